import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import { FAMILIES, type PreparedFor } from '../catalogue/index.js';
import { SEALER_WETTING, WETTING } from './schools.js';
import { type Face, type FamilyId, type OldLayer, type School, type SchoolQuestion, isLevelFace } from '../jobs/index.js';

/** Steps of preparing a face, in the order of the table below. What each does and when it is done well has words under its id. */
export const PREPARE_IDS = [
  'sound',
  'salts',
  'strip',
  'degrease',
  'rake',
  'brush',
  'jet',
  'grind',
  'blast',
  'scabble',
  'spatter',
  'fill',
  'biocide',
  'crack-out',
  'dry',
  'vac',
  'soak',
  'dampen',
  'prewet',
] as const;
export type PrepareId = (typeof PREPARE_IDS)[number];

export interface PrepareStep {
  /** of one person */ readonly minPerM2: { readonly wall: number; readonly floor: number };
  /** part of the face that it is done to */ readonly share: number;
  /** what comes off, water with it, to be caught and taken away */ readonly wasteKgPerM2: number;
  /** h until work goes on */ readonly waitH: number;
  readonly source: Source;
}

const step = (wall: number, more: Partial<Omit<PrepareStep, 'minPerM2'>> & { floor?: number } = {}): PrepareStep => ({
  minPerM2: { wall, floor: more.floor ?? wall },
  share: more.share ?? 1,
  wasteKgPerM2: more.wasteKgPerM2 ?? 0,
  waitH: more.waitH ?? 0,
  source: more.source ?? COMMON_PRACTICE,
});

/** Output of each step; common practice, no source, where none is named. */
export const PREPARE_STEPS: Readonly<Record<PrepareId, PrepareStep>> = {
  sound: step(1, { source: { kind: 'published', title: 'ASTM D4580 (sounding for hollows)' } }),
  salts: step(4, { wasteKgPerM2: 0.2, waitH: 24 }),
  strip: step(20, { wasteKgPerM2: 5 }),
  degrease: step(4, { wasteKgPerM2: 5 }),
  rake: step(5, { wasteKgPerM2: 3 }),
  brush: step(5, { wasteKgPerM2: 0.3 }),
  jet: step(5, { wasteKgPerM2: 10 }),
  grind: step(12, { floor: 5, wasteKgPerM2: 1.5 }),
  // with setting up the machine
  blast: step(10, { floor: 6, wasteKgPerM2: 3 }),
  scabble: step(30, { wasteKgPerM2: 12 }),
  spatter: step(6, { waitH: 24 }),
  // single holes: what is large has its own detail
  fill: step(7.5, { share: 0.1 }),
  biocide: step(1, { waitH: 24 }),
  'crack-out': step(0),
  dry: step(0, { waitH: 24, source: { kind: 'published', title: 'ASTM D4263 (plastic sheet, 16 h)' } }),
  vac: step(1, { wasteKgPerM2: 0.1, source: { kind: 'memory', title: 'ISO 8502-3 (dust on a tape, grade 2 or better)' } }),
  soak: step(1.5),
  dampen: step(0.5),
  // and left to dry again, so that it draws the sealer in
  prewet: step(1, { waitH: 1 }),
};

type Ground = 'cast' | 'precast' | 'brick' | 'block' | 'rubble' | 'render';
type Cell = readonly PrepareId[];

const SOAKED: Cell = ['sound', 'jet', 'fill', 'soak'];
const RAKED: Cell = ['rake', 'brush', 'fill', 'soak'];
const BLASTED: Cell = ['sound', 'degrease', 'blast', 'fill', 'dry', 'vac'];
const KEYED: Cell = ['scabble', 'spatter', 'soak'];
const NONE: Cell = [];

/** Steps by what is prepared for and what is prepared; an empty cell is a pair that is not built. Common practice, no source. */
export const PREPARATION: Readonly<Record<PreparedFor, Readonly<Record<Ground, Cell>>>> = {
  cement: {
    ...{ cast: SOAKED, precast: ['degrease', 'blast', 'soak'] },
    ...{ brick: RAKED, block: RAKED, rubble: ['rake', 'brush', 'soak'], render: ['sound', 'jet', 'soak'] },
  },
  crystals: {
    ...{ cast: SOAKED, precast: ['degrease', 'blast', 'soak'] },
    ...{ brick: NONE, block: ['rake', 'brush', 'soak'], rubble: NONE, render: ['strip', 'jet', 'soak'] },
  },
  film: {
    ...{ cast: ['sound', 'jet', 'fill', 'dry', 'vac'], precast: ['degrease', 'grind', 'vac'] },
    ...{ brick: ['rake', 'fill', 'dry', 'vac'], block: ['rake', 'fill', 'dry', 'vac'] },
    ...{ rubble: ['rake', 'brush', 'dry'], render: ['sound', 'fill', 'dry', 'vac'] },
  },
  resin: {
    ...{ cast: BLASTED, precast: ['degrease', 'blast', 'vac'] },
    ...{ brick: NONE, block: NONE, rubble: NONE, render: NONE },
  },
  soaking: {
    ...{ cast: ['degrease', 'brush', 'dry'], precast: ['degrease', 'brush', 'dry'] },
    ...{
      brick: ['rake', 'brush', 'dry'],
      block: ['rake', 'brush', 'dry'],
      rubble: ['rake', 'brush', 'dry'],
      render: ['sound', 'brush', 'dry'],
    },
  },
  repelling: {
    ...{ cast: ['degrease', 'brush', 'prewet'], precast: ['degrease', 'brush', 'prewet'] },
    ...{
      brick: ['rake', 'brush', 'prewet'],
      block: ['rake', 'brush', 'prewet'],
      rubble: ['rake', 'brush', 'prewet'],
      render: ['sound', 'brush', 'prewet'],
    },
  },
  lime: {
    ...{ cast: KEYED, precast: KEYED },
    ...{
      brick: ['rake', 'salts', 'soak'],
      block: ['spatter', 'soak'],
      rubble: ['rake', 'salts', 'soak'],
      render: ['strip', 'rake', 'soak'],
    },
  },
  hot: {
    ...{ cast: ['sound', 'blast', 'fill', 'dry', 'vac'], precast: ['degrease', 'blast', 'dry', 'vac'] },
    ...{ brick: NONE, block: NONE, rubble: NONE, render: NONE },
  },
  injection: onEverything(['crack-out']),
  cavity: onEverything(['brush', 'biocide']),
  green: onEverything(NONE),
};

function onEverything(cell: Cell): Readonly<Record<Ground, Cell>> {
  return { cast: cell, precast: cell, brick: cell, block: cell, rubble: cell, render: cell };
}

/** Old layers that stay under a kind of coat once they are sound; every other comes off first. Common practice, no source. */
const STAYS: Readonly<Record<PreparedFor, readonly OldLayer[]>> = {
  cement: ['plain-render', 'cement-slurry', 'waterproofed-render'],
  crystals: [],
  film: ['plain-render', 'cement-slurry', 'waterproofed-render'],
  resin: [],
  soaking: ['plain-render', 'lime-render'],
  repelling: ['plain-render', 'lime-render'],
  lime: ['lime-render'],
  hot: [],
  injection: ['paint', 'sealer', 'curing-compound', 'glue', 'bitumen', 'gypsum'],
  cavity: [
    ...(['paint', 'sealer', 'curing-compound', 'bitumen', 'plain-render', 'waterproofed-render', 'cement-slurry', 'epoxy'] as const),
  ],
  green: [],
};

/** What of a planned step is caught and taken away, kg; common practice, no source. */
export const wasteKgOf = ({ id, areaM2 }: Pick<PlannedPrepare, 'id' | 'areaM2'>): number => PREPARE_STEPS[id].wasteKgPerM2 * areaM2;

export interface PlannedPrepare {
  id: PrepareId;
  /** m² that it is done to */ areaM2: number;
  personMin: number;
}

/** What a face is prepared with for a family: by its substrate, its salts and what lies on it already. */
export function planPrepare(
  face: Pick<Face, 'kind' | 'placement' | 'substrate' | 'salts' | 'oldLayers'>,
  family: FamilyId,
  { areaM2, school, readies = [] }: { areaM2: number; school(question: SchoolQuestion): School; readies?: readonly PrepareId[] },
): PlannedPrepare[] {
  const { preparedFor, bondsTo = [], schools } = FAMILIES[family];
  const cell = PREPARATION[preparedFor][groundOf(face.substrate)];
  const comesOff = (face.oldLayers ?? []).some((layer) => !STAYS[preparedFor].includes(layer) && !bondsTo.includes(layer));
  const wanted = new Set<PrepareId>([
    ...cell,
    ...readies,
    ...(comesOff ? (['strip'] as const) : []),
    ...(face.salts === 'strong' && cell.length > 0 && preparedFor !== 'injection' ? (['salts'] as const) : []),
  ]);
  // where the knife decides, what it finds sound is not blasted; a weak skin is ground off as a thing to do first
  if (preparedFor === 'resin' && school('slab-preparation') === 'B') wanted.delete('blast');
  const on = face.kind === 'slab' && isLevelFace(face) ? 'floor' : 'wall';
  if (schools.includes('wetting') && on === 'wall' && wanted.has('soak') && WETTING[school('wetting')].walls === 'dampen')
    wanted.add('dampen').delete('soak');
  if (schools.includes('sealer-wetting')) wettedForSealer(wanted, SEALER_WETTING[school('sealer-wetting')]);
  return PREPARE_IDS.filter((id) => wanted.has(id)).map((id) => {
    const { minPerM2, share } = PREPARE_STEPS[id];
    return { id, areaM2: areaM2 * share, personMin: areaM2 * share * minPerM2[on] };
  });
}

/** What is wetted through need not have dried before. */
function wettedForSealer(wanted: Set<PrepareId>, how: 'dampen' | 'soak'): void {
  wanted.add(how);
  if (how === 'soak') wanted.delete('dry');
}

function groundOf(substrate: Face['substrate']): Ground {
  return substrate === 'cast-concrete' || substrate === 'screed' ? 'cast' : substrate;
}
