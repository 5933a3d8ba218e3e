import { issue } from '../issues.js';
import type { ResultOf } from '../jobs/index.js';
import { roundDecimal } from '../quantities/index.js';
import { type Findings, nothingFound } from './judgement.js';
import { leakageClass } from './leakage-class.js';
import { pondTest } from './pond-test.js';
import { tankTest } from './tank-test.js';

type Levels = ResultOf<'ponding'>['levels'];

/** Between two readings of a logger, mm; common practice, no source. */
const MOST_JUMP_MM = 5;
/** Readings further apart may differ by what runs out meanwhile. */
const JUMPS_WITHIN_H = 2;
/** A pan that gains more than this has caught rain, mm. */
const PAN_READABLE_MM = 1;

/** A level as it would stand without evaporation and rain, mm. */
export function levelOfItself({ levelMm, evaporationMm = 0, rainMm = 0 }: Levels[number]): number {
  return roundDecimal(levelMm + evaporationMm - rainMm);
}

/** What makes a run of levels say nothing: out of order, a jump, a pan under rain. */
function spoilt(levels: Levels, found: Findings): void {
  levels.forEach((each, i) => {
    const before = levels[i - 1];
    if (!before) return;
    const path = `levels[${i}]`;
    if (each.h <= before.h) return void found.voids.push(issue('not-in-order', `${path}.h`));
    const jumpMm = roundDecimal(Math.abs(levelOfItself(each) - levelOfItself(before)));
    if (each.h - before.h <= JUMPS_WITHIN_H && jumpMm > MOST_JUMP_MM)
      found.voids.push(issue('level-jump', `${path}.levelMm`, { mm: jumpMm, h: each.h }));
    if ((each.evaporationMm ?? 0) < (before.evaporationMm ?? 0) - PAN_READABLE_MM)
      found.voids.push(issue('pan-flooded', `${path}.evaporationMm`, { h: each.h }));
  });
}

const POND_MM = { least: 25, most: 100 } as const;

/** Water ponded on what looks up: ASTM D5957 (from memory) for depth and time. */
export function judgePonding({ depthMm, outletsShut, dripBelow, levels }: ResultOf<'ponding'>): Findings {
  const found = nothingFound();
  spoilt(levels, found);
  const [first, last] = [levels[0]!, levels.at(-1)!];
  const hours = last.h - first.h;
  if (depthMm < POND_MM.least || depthMm > POND_MM.most) found.lacks.push(issue('pond-depth', 'depthMm', { mm: depthMm, ...POND_MM }));
  if (!outletsShut) found.lacks.push(issue('outlets-not-shut', 'outletsShut'));
  if (dripBelow) found.failures.push({ kind: 'water-loss', code: 'drips-below' });
  if (hours <= 0) return found;
  // rain that fell counts as water that was put on
  const lossMm = roundDecimal(levelOfItself(first) - levelOfItself(last));
  const result = pondTest.compute({ startMm: Math.max(lossMm, 0), endMm: Math.max(-lossMm, 0), hours, evaporationMm: 0 });
  if (!result.ok) return { ...found, voids: [...found.voids, ...result.issues] };
  found.figures.push(
    { name: 'loss', value: result.value.lossMm, unit: 'mm', limit: 1, bound: 'most' },
    { name: 'hours', value: hours, unit: 'h', limit: 24, bound: 'least' },
  );
  for (const reason of result.value.reasons)
    if (reason === 'ponded-under-24-hours') found.lacks.push(issue(reason, 'levels', { h: hours }));
    else found.failures.push({ kind: 'water-loss', code: reason, value: result.value.lossMm });
  return found;
}

const MOST_FILL_M_DAY = 2;

/** A filled tank: soaked, then watched for a week. */
export function judgeTank(result: ResultOf<'tank-fill'>): Findings {
  const { depthM, fillMPerDay, soakDays, crackWidthMm, levels } = result;
  const found = nothingFound();
  spoilt(levels, found);
  const [first, last] = [levels[0]!, levels.at(-1)!];
  const testDays = (last.h - first.h) / 24;
  if (fillMPerDay > MOST_FILL_M_DAY) found.lacks.push(issue('filled-too-fast', 'fillMPerDay', { most: MOST_FILL_M_DAY }));
  if (testDays <= 0) return found;
  const dropMm = roundDecimal(levelOfItself(first) - levelOfItself(last));
  const test = tankTest.compute({
    ...{ depthM, soakDays, testDays, crackWidthMm, startLevelMm: dropMm, endLevelMm: 0, evaporationPanMm: 0, rainMm: 0 },
  });
  if (!test.ok) return { ...found, voids: [...found.voids, ...test.issues] };
  const { allowedMm, reasons } = test.value;
  found.figures.push(
    { name: 'drop', value: dropMm, unit: 'mm', limit: allowedMm, bound: 'most' },
    { name: 'days', value: testDays, unit: 'day', limit: 7, bound: 'least' },
  );
  for (const reason of reasons)
    if (reason === 'drop-over-allowed' || reason === 'level-rises')
      found.failures.push({ kind: 'water-loss', code: reason, value: dropMm });
    else found.lacks.push(issue(reason, 'levels'));
  return found;
}

/** EN 1610, from memory: L to a wetted m² in 30 min, after an hour of soaking. */
const MANHOLE = { lPerM2: 0.4, minutes: 30, soakH: 1 } as const;

export function judgeManholeWater({ soakH, minutes, litres, wettedM2 }: ResultOf<'manhole-water'>): Findings {
  const found = nothingFound();
  if (soakH < MANHOLE.soakH) found.lacks.push(issue('soaked-too-short', 'soakH', { h: MANHOLE.soakH }));
  if (minutes < MANHOLE.minutes) found.lacks.push(issue('watched-too-short', 'minutes', { min: MANHOLE.minutes }));
  const lPerM2 = ((litres / wettedM2) * MANHOLE.minutes) / minutes;
  found.figures.push({ name: 'per-wetted', value: lPerM2, unit: 'L/m²', limit: MANHOLE.lPerM2, bound: 'most' });
  if (lPerM2 > MANHOLE.lPerM2) found.failures.push({ kind: 'leak-beside', code: 'takes-too-much', value: lPerM2 });
  return found;
}

/** ASTM C1244, from memory: from 254 to 229 mm of mercury in no less than 20 s at 2.4 m and 25 s at 3.0 m, both of 1.2 m across. */
const VACUUM = { startMmHg: 254, endMmHg: 229, sPerM: 25 / 3, diameterM: 1.2 } as const;

export function judgeManholeVacuum({ startMmHg, endMmHg, seconds, deepM, diameterM, filledRound }: ResultOf<'manhole-vacuum'>): Findings {
  const found = nothingFound();
  if (filledRound) found.lacks.push(issue('ground-filled-in', 'filledRound'));
  // a wider one loses more slowly: its time stands in a table that is not here
  if (diameterM > VACUUM.diameterM) found.lacks.push(issue('wider-than-table', 'diameterM', { m: VACUUM.diameterM }));
  if (startMmHg < VACUUM.startMmHg) found.lacks.push(issue('vacuum-too-weak', 'startMmHg', { mmHg: VACUUM.startMmHg }));
  const leastS = VACUUM.sPerM * deepM;
  const lostMmHg = startMmHg - endMmHg;
  const mostMmHg = VACUUM.startMmHg - VACUUM.endMmHg;
  found.figures.push(
    { name: 'lost', value: lostMmHg, unit: 'mmHg', limit: mostMmHg, bound: 'most' },
    { name: 'seconds', value: seconds, unit: 's', limit: leastS, bound: 'least' },
  );
  if (lostMmHg > mostMmHg) found.failures.push({ kind: 'leak-beside', code: 'vacuum-lost', value: lostMmHg });
  else if (seconds < leastS) found.lacks.push(issue('watched-too-short-s', 'seconds', { s: Math.ceil(leastS) }));
  return found;
}

export function judgeInflow({ litres, hours, overM2, agreedClass }: ResultOf<'inflow'>): Findings {
  const found = nothingFound();
  const lPerM2Day = (litres / overM2 / hours) * 24;
  const result = leakageClass.compute({ lPerM2Day });
  if (!result.ok) return { ...found, voids: [...result.issues] };
  const reached = result.value.class;
  found.figures.push({ name: 'inflow', value: lPerM2Day, unit: 'L/(m²·day)' });
  if (reached !== null) found.figures.push({ name: 'class', value: reached, unit: '', limit: agreedClass, bound: 'most' });
  if (reached === null || reached > agreedClass) found.failures.push({ kind: 'leak-beside', code: 'over-agreed-class', value: lPerM2Day });
  return found;
}
