import { type Issue, issue } from '../issues.js';
import { CAVITY_CHECKS, type ResultOf, type TestPlace } from '../jobs/index.js';
import { atMost } from '../quantities/index.js';
import { filmCheck } from './film-check.js';
import { type Failure, type Findings, nothingFound } from './judgement.js';
import type { PlannedTest } from './proof-plan.js';
import { pullOff } from './pull-off.js';

type Planned = Pick<PlannedTest, 'limits' | 'places' | 'targetIds'>;

const placeOf = ({ uM, vM }: TestPlace): TestPlace => ({ ...(uM === undefined ? {} : { uM }), ...(vM === undefined ? {} : { vM }) });

/** Fewer places than the plan asks for, and places that nobody told. */
function enough(have: number, { places: want = 0 }: Planned, where: readonly TestPlace[], list: string): Issue[] {
  const unplaced = where.filter(({ uM, vM }) => uM === undefined || vM === undefined).length;
  return [
    ...(have < want ? [issue('too-few-tested', list, { have, want })] : []),
    ...(unplaced > 0 ? [issue('no-place', list, { n: unplaced })] : []),
  ];
}

/** What is looked at by name: every one that the plan names. */
function seenOf(looks: readonly (TestPlace & { targetId?: string })[], { targetIds = [] }: Planned): Issue[] {
  const seen = new Set(looks.map(({ targetId }) => targetId));
  const have = targetIds.filter((id) => seen.has(id)).length;
  return have < targetIds.length ? [issue('too-few-tested', 'looks', { have, want: targetIds.length })] : [];
}

/** @param growing until when its crystals grow, ms, where the look was before that by the warmth of the wall */
export function judgeLook({ waterUp, looks }: ResultOf<'leak-look'>, planned: Planned, growing?: { untilMs: number }): Findings {
  const { day = 0, crystalsDay, dampAllowed } = planned.limits;
  const found = nothingFound();
  let wet = 0;
  found.lacks.push(...seenOf(looks, planned), ...(waterUp ? [] : [issue('water-not-up', 'waterUp')]));
  for (const { saw, targetId, ...where } of looks) {
    if (saw === 'dry' || (saw === 'damp' && dampAllowed)) continue;
    wet++;
    // crystals go on growing: kept wet, and no judgement before their day
    const mayClose = saw === 'damp' || saw === 'weeping';
    if (mayClose && growing)
      found.lacks.push(
        Number.isFinite(growing.untilMs)
          ? issue('crystals-growing-until', 'looks', { at: new Date(growing.untilMs).toISOString() })
          : issue('crystals-frozen', 'looks'),
      );
    else if (mayClose && crystalsDay !== undefined && day < crystalsDay)
      found.lacks.push(issue('crystals-growing', 'looks', { day: crystalsDay }));
    else found.failures.push({ kind: 'leak-beside', code: saw, ...(targetId ? { targetId } : {}), ...placeOf(where) });
  }
  found.figures.push({ name: 'wet-places', value: wet, unit: '', limit: 0, bound: 'most' });
  return found;
}

export function judgeAir({ looks }: ResultOf<'penetration-air'>, planned: Planned): Findings {
  const found = nothingFound();
  found.lacks.push(...seenOf(looks, planned));
  for (const { saw, targetId, ...where } of looks)
    if (saw === 'leaks')
      found.failures.push({ kind: 'leak-beside', code: 'lets-air-through', ...(targetId ? { targetId } : {}), ...placeOf(where) });
  return found;
}

export function judgeDrops({ drops }: ResultOf<'water-drop'>, planned: Planned): Findings {
  const found = nothingFound();
  const { drinks, beads, firm } = planned.limits;
  found.lacks.push(...enough(drops.length, planned, drops, 'drops'));
  for (const drop of drops) {
    if (drinks && drop.saw === 'beads') found.failures.push({ kind: 'closed-surface', code: 'does-not-drink', ...placeOf(drop) });
    if (beads && drop.saw === 'drinks') found.failures.push({ kind: 'not-repelling', code: 'drinks-again', ...placeOf(drop) });
    if (firm && drop.powder) found.failures.push({ kind: 'not-repelling', code: 'powders', ...placeOf(drop) });
  }
  if (firm && drops.some(({ powder }) => powder === undefined)) found.lacks.push(issue('powder-not-said', 'drops'));
  found.figures.push({ name: 'places', value: drops.length, unit: '', limit: planned.places, bound: 'least' });
  return found;
}

/** A hollow that is larger, or runs out at an edge, is cut out; common practice, no source. */
const HOLLOW_M2 = 0.1;

export function judgeHammer({ soundedM2, hollows }: ResultOf<'hammer'>, planned: Planned): Findings {
  const found = nothingFound();
  const { areaM2 = 0 } = planned.limits;
  if (!atMost(areaM2, soundedM2)) found.lacks.push(issue('not-all-covered', 'soundedM2', { have: soundedM2, want: areaM2 }));
  for (const hollow of hollows)
    if (hollow.areaM2 > HOLLOW_M2 || hollow.atEdge)
      found.failures.push({
        kind: 'debonded',
        code: hollow.atEdge ? 'hollow-at-edge' : 'hollow',
        areaM2: hollow.areaM2,
        ...placeOf(hollow),
      });
  found.figures.push(
    { name: 'sounded', value: soundedM2, unit: 'm²', limit: areaM2, bound: 'least' },
    { name: 'hollow', value: hollows.reduce((sum, { areaM2: m2 }) => sum + m2, 0), unit: 'm²' },
  );
  return found;
}

/** What a pull-off that came off too early says of its cause. EN 1542 for where it broke; the causes are common practice. */
const BROKE_IN: Readonly<Record<ResultOf<'pull-off'>['pulls'][number]['failure'], string>> = {
  substrate: 'weak-substrate',
  interface: 'preparation-or-damp',
  coat: 'mix-or-cure',
  'between-coats': 'window-missed',
  glue: 'glue',
};

export function judgePulls({ dollyMm, pulls }: ResultOf<'pull-off'>, planned: Planned): Findings {
  const found = nothingFound();
  const { requiredMPa, leastMPa } = planned.limits;
  if (requiredMPa === undefined) found.lacks.push(issue('no-limit', 'pulls'));
  const result = pullOff.compute({
    ...{ dollyMm, requiredMPa: requiredMPa ?? 1, loadsN: pulls.map(({ loadN }) => loadN) },
    failureModes: pulls.map(({ failure }) => (failure === 'between-coats' ? 'coat' : failure)),
  });
  if (!result.ok) return { ...found, voids: [...result.issues] };
  const { strengthsMPa, mean, min } = result.value;
  const counted = pulls.filter(({ failure }, i) => failure !== 'glue' || (requiredMPa !== undefined && strengthsMPa[i]! > requiredMPa));
  found.lacks.push(...enough(counted.length, { ...planned, places: Math.max(LEAST_PULLS, planned.places ?? 0) }, pulls, 'pulls'));
  if (mean === null || min === null) return found;
  found.figures.push(
    { name: 'mean', value: mean, unit: 'MPa', ...(requiredMPa === undefined ? {} : { limit: requiredMPa, bound: 'least' }) },
    { name: 'least', value: min, unit: 'MPa', ...(leastMPa === undefined ? {} : { limit: leastMPa, bound: 'least' }) },
    { name: 'counted', value: counted.length, unit: '', limit: Math.max(LEAST_PULLS, planned.places ?? 0), bound: 'least' },
  );
  if (requiredMPa === undefined || counted.length < LEAST_PULLS) return found;
  const weak = pulls.flatMap((pull, i): Failure[] => {
    const value = strengthsMPa[i]!;
    if (pull.failure === 'glue' || atMost(leastMPa ?? requiredMPa, value)) return [];
    return [{ kind: 'debonded', code: BROKE_IN[pull.failure], value, ...placeOf(pull) }];
  });
  found.failures.push(...weak);
  if (weak.length === 0 && !atMost(requiredMPa, mean)) {
    const weakest = pulls[strengthsMPa.indexOf(min)]!;
    found.failures.push({ kind: 'debonded', code: 'mean-too-low', value: mean, ...placeOf(weakest) });
  }
  return found;
}
const LEAST_PULLS = 3;

export function judgeFilm({ readings }: ResultOf<'film-dry'>, planned: Planned): Findings {
  const found = nothingFound();
  const { filmMm, leastShare = 1, areaM2 = 0 } = planned.limits;
  found.lacks.push(...enough(readings.length, planned, readings, 'readings'));
  if (filmMm === undefined) return { ...found, lacks: [...found.lacks, issue('no-limit', 'readings')] };
  const result = filmCheck.compute({
    ...{ readingsMm: readings.map(({ mm }) => mm), specifiedMm: filmMm, areaM2, singleMinFraction: leastShare },
  });
  if (!result.ok) return { ...found, voids: [...result.issues] };
  const { mean, min, thin } = result.value;
  found.figures.push(
    { name: 'mean', value: mean, unit: 'mm', limit: filmMm, bound: 'least' },
    { name: 'least', value: min, unit: 'mm', limit: filmMm * leastShare, bound: 'least' },
    { name: 'counted', value: readings.length, unit: '', limit: planned.places, bound: 'least' },
  );
  found.failures.push(...thin.map(({ index, mm }): Failure => ({ kind: 'thin', code: 'thin', value: mm, ...placeOf(readings[index]!) })));
  if (thin.length === 0 && !atMost(filmMm, mean)) found.failures.push({ kind: 'thin', code: 'mean-too-thin', value: mean });
  return found;
}

/** A tester is set to a tension to within so much. */
const VOLTS_WITHIN = 0.1;

export function judgeHoles({ how, volts, coveredM2, holes }: ResultOf<'pinhole'>, planned: Planned): Findings {
  const found = nothingFound();
  const { areaM2 = 0, sparkV, spongeV } = planned.limits;
  if (how !== 'look') {
    const wanted = how === 'spark' ? sparkV : spongeV;
    // through cement and carbon a spark finds nothing but itself
    if (wanted === undefined) found.voids.push(issue('not-for-this-film', 'how'));
    else if (volts === undefined || Math.abs(volts - wanted) > VOLTS_WITHIN * wanted)
      found.voids.push(issue('wrong-voltage', 'volts', { volts: wanted }));
  }
  if (!atMost(areaM2, coveredM2)) found.lacks.push(issue('not-all-covered', 'coveredM2', { have: coveredM2, want: areaM2 }));
  found.failures.push(...holes.map((hole): Failure => ({ kind: 'pinhole', code: 'pinhole', ...placeOf(hole) })));
  found.figures.push(
    { name: 'covered', value: coveredM2, unit: 'm²', limit: areaM2, bound: 'least' },
    { name: 'holes', value: holes.length, unit: '', limit: 0, bound: 'most' },
  );
  return found;
}

/** Of five by ASTM D3359 method A, from memory; that four holds is common practice. */
const LEAST_RATE = 4;

export function judgeCuts({ cuts }: ResultOf<'adhesion'>, planned: Planned): Findings {
  const found = nothingFound();
  found.lacks.push(...enough(cuts.length, planned, cuts, 'cuts'));
  for (const cut of cuts)
    if (cut.rate < LEAST_RATE) found.failures.push({ kind: 'debonded', code: 'flakes-at-cut', value: cut.rate, ...placeOf(cut) });
  found.figures.push({ name: 'least-rate', value: Math.min(...cuts.map(({ rate }) => rate)), unit: '', limit: LEAST_RATE, bound: 'least' });
  return found;
}

/** Of the depth of a crack, %; DAfStb, from memory. */
const LEAST_FILLED_PCT = 90;

export function judgeCores({ cores }: ResultOf<'core'>, planned: Planned): Findings {
  const found = nothingFound();
  found.lacks.push(...enough(cores.length, planned, cores, 'cores'));
  for (const core of cores)
    if (core.filledPct < LEAST_FILLED_PCT)
      found.failures.push({ kind: 'leak-beside', code: 'not-filled', value: core.filledPct, ...placeOf(core) });
  const leastPct = Math.min(...cores.map(({ filledPct }) => filledPct));
  found.figures.push({ name: 'least-filled', value: leastPct, unit: '%', limit: LEAST_FILLED_PCT, bound: 'least' });
  return found;
}

/** What is poured in at each far end, and for how long; common practice, no source. */
const POUR = { lPerMin: 2, minutes: 30 } as const;

export function judgeCavity({ lPerMin, minutes, showed }: ResultOf<'cavity-run'>): Findings {
  const found = nothingFound();
  if (lPerMin < POUR.lPerMin) found.lacks.push(issue('poured-too-little', 'lPerMin', { lPerMin: POUR.lPerMin }));
  if (minutes < POUR.minutes) found.lacks.push(issue('watched-too-short', 'minutes', { min: POUR.minutes }));
  const left = CAVITY_CHECKS.filter((check) => !showed.includes(check));
  if (left.length > 0) found.lacks.push(issue('checks-left', 'showed', { n: left.length }));
  return found;
}
