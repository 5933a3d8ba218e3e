import { FAMILIES, SHIPPED_CATALOGUE, pinProducts } from '../../catalogue/index.js';
import {
  ALTERABLE_LAYERS,
  ATTACKS,
  type BuildUp,
  type Demands,
  FAMILY_IDS,
  FEATURE_KINDS,
  FEATURE_SPECS,
  FINISH_KINDS,
  type Face,
  type Feature,
  type FeatureKind,
  GRADES,
  HOLD_KINDS,
  type JobModel,
  LEVEL_KINDS,
  MOVEMENTS,
  OLD_LAYERS,
  PIPE_KINDS,
  REACHES,
  READING_KINDS,
  READING_SPECS,
  READY_STEPS,
  ROOM_WETNESS,
  type Reading,
  SALTS,
  SCHOOL_QUESTIONS,
  SCREED_KINDS,
  SIDE_KINDS,
  SIGNS,
  STANDINGS,
  SUBSTRATES,
  type Side,
  TRAFFICS,
  WET_STATES,
  extentOf,
  roomShapes,
  shaftShapes,
  tunnelShapes,
} from '../../jobs/index.js';
import { DAY_MS, HOUR_MS } from '../../quantities/index.js';
import { hashOf } from '../../site-log/index.js';
import { Dice } from './dice.js';

/** The hour at which every made-up job is looked at. */
export const MADE_UP_NOW_MS = Date.parse('2026-05-04T06:00:00Z');

/** A UUID that the same name has for ever. */
const idOf = (name: string) => hashOf(name).replace(/^(.{8})(.{4}).(.{3}).(.{3})(.{12}).*$/, '$1-$2-4$3-8$4-$5');

export const MADE_UP_ROOM = idOf('room');

const ago = (ms: number) => new Date(MADE_UP_NOW_MS - ms).toISOString();

/** A job that nobody has: a room, a shaft or a tunnel with everything that may be found, read and decided, by the seed. */
export function madeJob(seed: number): JobModel {
  const dice = new Dice(seed);
  const faces = madeFaces(dice);
  const features = faces.flatMap((face, i) => madeFeatures(dice, face, seed + 3 * i));
  return {
    job: {
      ...{
        id: idOf(`job ${seed}`),
        name: `Made up ${seed}`,
        site: 'Nowhere',
        timeZone: dice.of(['Europe/Oslo', 'America/New_York', 'UTC']),
      },
      ...{ currency: 'EUR', datum: 'ground floor' },
      ...dice.maybe(40, 'demands', () => madeDemands(dice)),
      ...dice.maybe(40, 'ahead', () => ({ minC: dice.figure(-2, 12), maxC: dice.figure(13, 34) })),
      ...dice.maybe(50, 'holds', () => dice.some(HOLD_KINDS, 60)),
      ...dice.maybe(30, 'week', () => ({ days: [1, 2, 3, 4, 5, 6].slice(dice.whole(0, 2)), fromHour: 7, hours: dice.figure(6, 10, 0) })),
      ...dice.maybe(40, 'accessMinorPerM2', () => dice.whole(0, 2_000)),
      ...dice.maybe(50, 'schools', () => madeSchools(dice)),
      ...dice.maybe(40, 'forecast', () => madeForecast(dice)),
      ...dice.maybe(50, 'usualMonths', () => ({
        source: 'made up',
        months: MONTHS.map((airC) => ({ airC, swingC: 3.5, humidityPct: 78 })),
      })),
      ...dice.maybe(70, 'climate', () => ({
        ...dice.maybe(50, 'groundC', () => dice.whole(4, 14)),
        rooms: [
          {
            ...{ spaceId: MADE_UP_ROOM, airChangesPerH: dice.figure(0, 4, 1) },
            ...dice.maybe(40, 'airM3', () => dice.whole(10, 200)),
            ...dice.maybe(60, 'wetness', () => dice.of(ROOM_WETNESS)),
            ...dice.maybe(50, 'heater', () => ({ kW: dice.whole(1, 9), toC: dice.whole(8, 22) })),
            ...dice.maybe(50, 'dryer', () => ({ lPerDay: dice.whole(10, 80), toPct: dice.whole(45, 75), kW: 0.8 })),
          },
        ],
      })),
    },
    spaces: [{ id: MADE_UP_ROOM, name: 'Room', order: 0 }],
    ...madeWaters(dice),
    faces,
    features,
    buildUps: faces.flatMap((face, i) => madeBuildUp(dice, face, seed * 7 + i)),
    readings: faces.flatMap((face) => madeReadings(dice, face)),
    photos: [],
    keptProgrammes: [],
  };
}

function madeWaters(dice: Dice): Pick<JobModel, 'waterBodies' | 'waterLevels'> {
  const waterLevels = LEVEL_KINDS.flatMap((kind, i) =>
    dice.is(60)
      ? [
          {
            id: idOf(`level ${kind}`),
            waterBodyId: idOf(i % 3 === 2 ? 'tank' : 'ground'),
            at: ago(dice.whole(1, 900) * DAY_MS),
            kind,
            levelM: dice.figure(-4, 0.4),
          },
        ]
      : [],
  );
  const governing = (body: string) => {
    const own = waterLevels.filter(({ waterBodyId }) => waterBodyId === idOf(body));
    return own.length > 0 && dice.is(85) ? { governingLevelId: dice.of(own).id } : {};
  };
  return {
    waterBodies: [
      { id: idOf('ground'), name: 'Ground', kind: 'ground', densityKgM3: dice.of([1000, 1025]), ...governing('ground') },
      { id: idOf('tank'), name: 'Tank', kind: 'tank', densityKgM3: 1000, ...governing('tank') },
    ],
    waterLevels,
  };
}

function madeFaces(dice: Dice): Face[] {
  const footM = dice.figure(-4, -1.5);
  const [long, wide] = [dice.figure(2, 9), dice.figure(1.5, 6)];
  const at = { xM: 0, yM: 0, footM, heightM: dice.figure(2, 3.6) };
  const turn = { turnRightDeg: 90 };
  const room = roomShapes(
    [long, wide, long, wide].map((lengthM) => ({ lengthM, ...turn })),
    { ...at, soffit: dice.is(30) },
  );
  const shapes =
    dice.is(70) && room.ok
      ? room.value
      : dice.is(50)
        ? shaftShapes({ ...at, diameterM: wide })
        : tunnelShapes({ xM: 0, yM: 0, invertM: footM, lengthM: long, diameterM: wide });
  return shapes.map((shape, order): Face => {
    const substrate = dice.of(SUBSTRATES);
    const [id, name] = [idOf(`face ${order}`), `Face ${order}`];
    const { minU, maxU, minV, maxV } = extentOf(shape.outline);
    const hole = [minU + 0.3 * (maxU - minU), minV + 0.4 * (maxV - minV)] as const;
    const isHoled = shape.placement.kind === 'plane' && dice.is(30);
    return {
      ...shape,
      ...{ id, spaceId: MADE_UP_ROOM, mark: `F${order}`, name, order, substrate },
      ...(isHoled
        ? { openings: [[hole, [hole[0] + 0.5, hole[1]], [hole[0] + 0.5, hole[1] + 0.6], [hole[0], hole[1] + 0.6]] as Face['outline']] }
        : {}),
      thicknessMm: dice.whole(8, 50) * 10,
      strengthMPa: dice.whole(0, 45),
      roughnessFactor: dice.figure(1, 1.8),
      near: madeSide(dice, dice.is(80) ? 'room' : dice.of(SIDE_KINDS)),
      far: madeSide(dice, dice.is(75) ? 'ground' : dice.of(SIDE_KINDS)),
      ...dice.maybe(40, 'castOn', () => ago(dice.whole(3, 400) * DAY_MS).slice(0, 10)),
      ...dice.maybe(40, 'csp', () => dice.whole(1, 9)),
      ...dice.maybe(40, 'salts', () => dice.of(SALTS)),
      ...(substrate === 'screed' ? dice.maybe(70, 'screed', () => dice.of(SCREED_KINDS)) : {}),
      ...dice.maybe(30, 'reach', () => dice.of(REACHES)),
      ...dice.maybe(20, 'deadLoadKPa', () => dice.figure(0, 40)),
      ...dice.maybe(20, 'clearAt', () => ago(dice.whole(1, 90) * DAY_MS)),
      ...dice.maybe(50, 'demands', () => madeDemands(dice)),
      ...dice.maybe(40, 'oldLayers', () => dice.some(OLD_LAYERS, 20)),
    };
  });
}

const madeSide = (dice: Dice, kind: Side['kind']): Side =>
  kind === 'ground' || kind === 'tank' ? { kind, ...dice.maybe(90, 'waterBodyId', () => idOf(kind)) } : { kind };

const madeDemands = (dice: Dice): Demands => ({
  ...dice.maybe(40, 'traffic', () => dice.of(TRAFFICS)),
  ...dice.maybe(30, 'finish', () => dice.of(FINISH_KINDS)),
  ...dice.maybe(30, 'standing', () => dice.of(STANDINGS)),
  ...dice.maybe(20, 'attack', () => dice.of(ATTACKS)),
  ...dice.maybe(50, 'grade', () => dice.of(GRADES)),
  ...dice.maybe(30, 'coverWithinH', () => dice.whole(12, 2_000)),
  ...Object.fromEntries(
    dice
      .some(
        ['potable', 'mustBreathe', 'sewerGas', 'chlorine', 'saltWater', 'fuel', 'sun', 'frostSoaked', 'undoable', 'groundGas', 'confined'],
        15,
      )
      .map((name) => [name, true]),
  ),
});

const madeSchools = (dice: Dice) =>
  Object.fromEntries(
    dice.some(SCHOOL_QUESTIONS, 40).map((question) => [question, { school: dice.of(['A', 'B'] as const), reason: 'so we do it' }]),
  );

const madeForecast = (dice: Dice) => ({
  source: 'made up',
  madeAt: ago(2 * HOUR_MS),
  hours: Array.from({ length: 168 }, (_, i) => ({
    at: new Date(MADE_UP_NOW_MS + i * HOUR_MS).toISOString(),
    airC: dice.figure(2, 24, 1),
    humidityPct: dice.whole(40, 98),
    rainMm: dice.is(10) ? dice.figure(0, 4, 1) : 0,
    windMS: dice.figure(0, 12, 1),
  })),
});

/** Four on a face, of kinds in turn, so that every kind is met on every ground. */
function madeFeatures(dice: Dice, face: Face, turn: number): Feature[] {
  return Array.from({ length: 4 }, (_, i) => madeFeature(dice, face, FEATURE_KINDS[(turn + 4 * i) % FEATURE_KINDS.length]!, i));
}

function madeFeature(dice: Dice, face: Face, kind: FeatureKind, i: number): Feature {
  const { shape, letter, needs, may } = FEATURE_SPECS[kind];
  const { minU, maxU, minV, maxV } = extentOf(face.outline);
  const at = (u: number, v: number) => [minU + u * (maxU - minU), minV + v * (maxV - minV)] as const;
  const [u, v] = [0.06 + 0.22 * i, dice.figure(0.05, 0.3)];
  const lines = shape === 'line' || (shape === 'spot-or-line' && dice.is(50));
  const path =
    shape === 'area'
      ? [at(u, v), at(u + 0.1, v), at(u + 0.1, v + 0.1), at(u, v + 0.1)]
      : lines
        ? [at(u, v), at(u + 0.05, v + 0.5)]
        : [at(u, v)];
  const measured = {
    widthMm: () => dice.figure(0.05, 12),
    movement: () => dice.of(MOVEMENTS),
    movementMm: () => dice.figure(0, 8, 1),
    diameterMm: () => dice.whole(8, 320),
    depthMm: () => dice.whole(5, 140),
    pipe: () => dice.of(PIPE_KINDS),
    flow: () => ({
      at: ago(DAY_MS),
      ...(dice.is(50) ? { dripsPerMin: dice.whole(1, 200) } : { volumeMl: dice.whole(50, 4_000), seconds: dice.whole(10, 90) }),
    }),
  };
  const fields = [...needs, ...dice.some(may, 65)].map((name) => [name, measured[name]()]);
  return {
    ...{ id: idOf(`${face.mark} ${letter}${i}`), faceId: face.id, mark: `${letter}${i}`, kind, path },
    ...dice.maybe(85, 'wetState', () => dice.of(WET_STATES)),
    ...dice.maybe(40, 'signs', () => dice.some(SIGNS, 20)),
    ...dice.maybe(20, 'pastLeakage', () => true),
    ...Object.fromEntries(fields),
  };
}

/** Of the air outdoors, °C, January to December. */
const MONTHS = [0, 1, 4, 8, 13, 16, 18, 18, 14, 9, 4, 1];

/** Values a wall may well have, by kind: the bounds of a reading are far wider. */
const LIKELY: Partial<Record<Reading['kind'], readonly [from: number, to: number]>> = {
  'in-slab-rh': [60, 99],
  'vapour-emission': [5, 40],
  'surface-ph': [7, 12.5],
  'surface-temperature': [2, 26],
  'air-temperature': [2, 30],
  'air-humidity': [35, 95],
  salts: [0, 2],
  chloride: [0, 1],
  nitrate: [0, 1],
  sulphate: [0, 1],
  strength: [5, 45],
  carbide: [0, 4],
};

function madeReadings(dice: Dice, face: Face): Reading[] {
  const { minU, maxU, minV, maxV } = extentOf(face.outline);
  return dice.some(READING_KINDS, 45).flatMap((kind) => {
    const { min, max, ofAir, conditioned } = READING_SPECS[kind];
    const [from, to] = LIKELY[kind] ?? [min, max];
    return Array.from({ length: kind === 'moisture-meter' ? 4 : dice.whole(1, 3) }, (_, i): Reading => ({
      ...{ id: idOf(`${face.mark} ${kind} ${i}`), faceId: face.id, kind, at: ago(dice.whole(1, 1_200) * HOUR_MS) },
      value: kind === 'knife-test' || kind === 'profile' ? Math.round(dice.figure(from, to)) : dice.figure(from, to, 1),
      ...(ofAir ? {} : { point: [minU + 0.05 + (maxU - minU) * 0.1 * i, minV + 0.02 + (maxV - minV) * 0.2 * i] as const }),
      ...(conditioned ? dice.maybe(70, 'conditionedH', () => dice.whole(12, 120)) : {}),
      ...(kind === 'in-slab-rh' ? dice.maybe(70, 'depthMm', () => Math.min(face.thicknessMm, dice.whole(20, 80))) : {}),
    }));
  });
}

function madeBuildUp(dice: Dice, face: Face, turn: number): BuildUp[] {
  const family = FAMILY_IDS[turn % FAMILY_IDS.length]!;
  const coats = SHIPPED_CATALOGUE.choices('coat', family);
  if (coats.length === 0 || dice.is(5)) return [];
  const reason = 'made up';
  return [
    {
      ...{ id: idOf(`build-up ${face.mark}`), faceId: face.id, family },
      products: pinProducts(dice.of(coats), family, SHIPPED_CATALOGUE),
      ...dice.maybe(30, 'schools', () => madeSchools(dice)),
      ...dice.maybe(25, 'alterations', () => [
        { do: dice.of(['coats', 'add', 'rate'] as const), layer: dice.of(ALTERABLE_LAYERS), figure: dice.whole(1, 4), reason },
      ]),
      ...dice.maybe(30, 'readies', () => dice.some(READY_STEPS, 40)),
      ...dice.maybe(20, 'zones', () => dice.whole(2, 4)),
      ...(['in-the-mix', 'on-green-concrete'].includes(FAMILIES[family].placed)
        ? {
            pour: {
              ...{ name: 'Pour 1', cementKgM3: dice.whole(280, 400), dosePct: dice.figure(0.8, 2) },
              ...dice.maybe(40, 'concreteM3', () => dice.figure(2, 60)),
              ...dice.maybe(40, 'bayM2', () => dice.whole(8, 60)),
              pouredAt: ago(-DAY_MS),
            },
          }
        : {}),
    },
  ];
}
