import type { Face, FamilyId, Substrate } from '@caulkhorn/core/jobs';
import { DemoSurvey, rectangle } from './survey.js';

const DAY_MS = 24 * 3_600_000;

/** A harbour's small works of one season: a face for each way of building that the other jobs have no use for. */
export function surveyHarbourWorks(now: Date): DemoSurvey {
  const s = new DemoSurvey('harbour-works', {
    name: 'Harbour works, one season',
    site: 'Skarne Haven, outer basin',
    timeZone: 'Europe/Oslo',
    currency: 'EUR',
    datum: 'harbour datum',
    ahead: { minC: 8, maxC: 21 },
  });
  const iso = (days: number) => new Date(now.getTime() - days * DAY_MS).toISOString();
  const day = (days: number) => iso(days).slice(0, 10);
  const high = s.water('Ground water, basin side', 'ground', [{ at: iso(30), levelM: -0.6, kind: 'seasonal-high' }], 0);
  const deep = s.water('Ground water, hill side', 'ground', [{ at: iso(12), levelM: -6, kind: 'dip', note: 'borehole' }], 0);
  const tank = s.water('Rinsing tank', 'tank', [{ at: iso(3), levelM: 2.2, kind: 'full' }], 0);
  const wet = { kind: 'ground', waterBodyId: high.id } as const;
  const drained = { kind: 'ground', waterBodyId: deep.id } as const;
  const full = { kind: 'tank', waterBodyId: tank.id } as const;
  const room = { kind: 'room' } as const;
  const air = { kind: 'open-air' } as const;

  let x = 0;
  interface Work {
    space: string;
    mark: string;
    name: string;
    coat: string;
    family: FamilyId;
    reason: string;
    sides: readonly [Face['near'], Face['far']];
    size?: readonly [number, number];
    footM?: number;
    floor?: true;
    substrate?: Substrate;
    roughnessFactor?: number;
    change?: Partial<Face>;
    pour?: { name: string; cementKgM3: number; dosePct: number; bayM2?: number; pouredAt?: string };
  }
  const work = ({ space, mark, name, coat, family, reason, sides, ...w }: Work): void => {
    const { size = [6, 2.6], footM = 0, floor, substrate = 'cast-concrete', roughnessFactor = 1.1, change = {}, pour } = w;
    const place = s.model.spaces.find((each) => each.name === space) ?? s.space(space);
    const face = s.face(
      place,
      { mark, name, substrate, strengthMPa: substrate === 'cast-concrete' ? 32 : 0, roughnessFactor, thicknessMm: floor ? 220 : 300 },
      floor ? 'slab' : 'wall',
      { kind: 'plane', xM: x, yM: 0, zM: footM, headingDeg: 0, tiltDeg: floor ? 0 : 90 },
      rectangle(...size),
      ...sides,
    );
    Object.assign(face, change);
    s.coat(mark, coat, { family, reason, ...(pour ? { pour } : {}) });
    x += size[0] + 4;
  };

  work({
    ...{ space: 'Engine pit', mark: 'A', name: 'Pit, basin side', coat: 'tarnwick-bulwark', family: 'rigid-slurry' },
    ...{ sides: [room, wet], footM: -2.6, change: { castOn: day(4000) }, reason: 'From inside, with a rating for it.' },
  });
  work({
    ...{ space: 'Rinsing tank', mark: 'B', name: 'Tank, long side', coat: 'fennick-supple', family: 'flexible-cementitious' },
    ...{ sides: [full, room], change: { strengthMPa: 40 }, reason: 'Filled and emptied every week.' },
  });
  work({
    ...{ space: 'Net store, dug out', mark: 'C', name: 'North wall, outside', coat: 'fennick-eel', family: 'liquid-rubber' },
    ...{ sides: [drained, room], footM: -2.4, change: { castOn: day(60) }, reason: 'Drained slope, sprayed in a morning.' },
  });
  work({
    ...{ space: 'Net store, dug out', mark: 'D', name: 'East wall, outside', coat: 'fennick-burrow', family: 'moisture-cure-pu' },
    ...{ sides: [drained, room], footM: -2.4, change: { castOn: day(60) }, reason: 'Backfilled next week, little room to work.' },
  });
  work({
    ...{ space: 'Net store, dug out', mark: 'E', name: 'Block gable, outside', coat: 'osmere-pelt', family: 'elastomeric-and-wear-coat' },
    ...{
      sides: [drained, room],
      footM: -1.8,
      size: [5, 1.8],
      substrate: 'block',
      roughnessFactor: 1.2,
      reason: 'Block, behind its wear coat.',
    },
  });
  work({
    ...{
      space: 'Ice house',
      mark: 'F',
      name: 'New floor, before it sets',
      coat: 'tarnwick-scatter',
      family: 'crystalline-dry-shake',
      floor: true,
    },
    ...{ sides: [room, wet], footM: -1.2, size: [8, 5], change: { castOn: day(-6) }, reason: 'Strewn on while it is green.' },
    pour: { name: 'Floor of the ice house', cementKgM3: 340, dosePct: 0, bayM2: 40, pouredAt: iso(-6) },
  });
  work({
    ...{ space: 'Workshop', mark: 'G', name: 'Workshop floor, bare', coat: 'tarnwick-flint', family: 'silicate-sealer', floor: true },
    ...{ sides: [room, drained], size: [9, 6], change: { castOn: day(200) }, reason: 'Dusts, and damp comes up as vapour.' },
  });
  work({
    ...{ space: 'Quay front', mark: 'H', name: 'Brick front', coat: 'osmere-shed', family: 'pore-sealer' },
    ...{ sides: [air, room], footM: 1, size: [9, 3], substrate: 'brick', reason: 'Driving rain, well above the ground.' },
  });
  work({
    ...{ space: 'Quay front', mark: 'J', name: 'Parapet', coat: 'osmere-parapet', family: 'above-grade-elastomeric' },
    ...{ sides: [air, air], footM: 4, size: [12, 1.1], reason: 'Rain soaks in at the top.' },
  });
  work({
    ...{
      space: 'Ferry deck',
      mark: 'K',
      name: 'Parking deck over the waiting room',
      coat: 'fennick-ramp',
      family: 'deck-membrane',
      floor: true,
    },
    ...{ sides: [air, room], footM: 3.6, size: [12, 8], reason: 'Cars above, people below.' },
    change: { castOn: day(900), csp: 3, demands: { traffic: 'vehicles', standing: 'rain', sun: true } },
  });
  work({
    ...{ space: 'Cable tunnel', mark: 'L', name: 'Tunnel wall', coat: 'hulvane-lode', family: 'resin-injection' },
    ...{ sides: [room, wet], footM: -3, size: [10, 2.4], reason: 'Only its cracks leak.' },
  });
  s.feature('L', 'K1', {
    kind: 'crack',
    path: [
      [3, 2],
      [3.1, 0.3],
    ],
    widthMm: 0.4,
    movement: 'static',
    wetState: 'dripping',
  });
  s.feature('L', 'K2', {
    kind: 'crack',
    path: [
      [7, 2.2],
      [7.2, 0.2],
    ],
    widthMm: 0.6,
    movement: 'static',
    wetState: 'running',
  });
  work({
    ...{ space: 'Harbour archive', mark: 'M', name: 'Archive, street wall', coat: 'osmere-boss', family: 'drained-cavity' },
    ...{
      sides: [room, wet],
      footM: -2.2,
      size: [8, 2.2],
      substrate: 'rubble',
      roughnessFactor: 1.4,
      reason: 'Must come off again without a trace.',
    },
    change: { demands: { undoable: true } },
  });
  work({
    ...{ space: 'Sewer shaft', mark: 'N', name: 'Shaft wall', coat: 'osmere-barrel', family: 'sewer-lining' },
    ...{
      sides: [room, wet],
      footM: -4,
      size: [4, 3],
      change: { demands: { sewerGas: true, attack: 'xa3', confined: true } },
      reason: 'Acid above the water line.',
    },
  });
  return s;
}
