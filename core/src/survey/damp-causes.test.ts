import { sampleJob, reading } from '../testing/sample-job';
import type { Face, Feature, Reading } from '../jobs';
import { DAMP_CAUSES, type DampFacts, dampFacts, diagnose } from './index';

const NOTHING: DampFacts = { isSlab: false, nearLeak: false, nearPipe: false, coated: false, signs: new Set() };
const found = (facts: Partial<DampFacts>, cause: string) => diagnose({ ...NOTHING, ...facts }).causes.find((each) => each.cause === cause)!;
const first = (facts: Partial<DampFacts>) => diagnose({ ...NOTHING, ...facts }).causes[0]!;

test('nothing measured and nothing seen: no cause is claimed', () => {
  expect(diagnose(NOTHING).causes.map(({ word }) => word)).toEqual(DAMP_CAUSES.map(() => 'unlikely'));
});

// common practice, no source, where none is named
test.each<[string, Partial<DampFacts>, string, string]>([
  ['much nitrate, damp in humid spells (WTA 4-5)', { nitratePct: 0.4, signs: new Set(['humid-spells']) }, 'hygroscopic', 'likely'],
  ['chloride at its bound says nothing', { chloridePct: 0.5, signs: new Set(['humid-spells']) }, 'hygroscopic', 'unlikely'],
  ['a young wall that dries a little every week', { ageDays: 60, signs: new Set(['dries-steadily']) }, 'construction', 'likely'],
  ['an old one that does the same', { ageDays: 900, signs: new Set(['dries-steadily']) }, 'construction', 'unlikely'],
  ['streaks below an outlet', { signs: new Set(['below-gutter']) }, 'gutters', 'possible'],
  ['soil over the damp course', { signs: new Set(['over-course', 'tide-mark']) }, 'bridging', 'possible'],
])('%s', (_says, facts, cause, word) => expect(found(facts, cause).word).toBe(word));

test('damp rises neither as high as a man nor in dense concrete, and presses through no wall without ground', () => {
  const wet: Partial<DampFacts> = { meterFallUpward: 0.6, signs: new Set(['tide-mark']) };
  expect(first(wet).cause).toBe('rising');
  expect(found({ ...wet, overFootM: 1.6 }, 'rising').share).toBeLessThan(found({ ...wet, overFootM: 1.5 }, 'rising').share / 2);
  expect(found({ ...wet, isDense: true }, 'rising').share).toBeLessThan(found(wet, 'rising').share);
  const rain: Partial<DampFacts> = { signs: new Set(['worse-after-rain']) };
  expect(found({ ...rain, retained: false }, 'penetrating').share).toBeLessThan(
    found({ ...rain, retained: true }, 'penetrating').share / 2,
  );
});

test('the facts know substrate, ground, height, age and ions', () => {
  const wall = sampleJob().faces[0]!;
  const place = {
    ...{ id: 'a', faceId: 'north', mark: 'A1', kind: 'damp-area', wetState: 'damp' },
    path: [
      [0, 1.7],
      [1, 1.7],
      [1, 2],
    ],
  } as unknown as Feature;
  const ion = (kind: Reading['kind'], value: number) => reading({ id: kind, kind, value, at: '2026-03-01T08:00:00Z' });
  const facts = (face: Face) =>
    dampFacts(
      face,
      place,
      { features: [], readings: [ion('nitrate', 0.4), ion('chloride', 0.2)] },
      { now: '2026-03-10T08:00:00Z', coated: false },
    );
  expect(facts({ ...wall, castOn: '2026-03-01' })).toMatchObject({ retained: true, isDense: true, nitratePct: 0.4, chloridePct: 0.2 });
  expect(facts(wall).overFootM).toBeCloseTo(1.7, 9);
  expect(facts({ ...wall, castOn: '2026-03-01' }).ageDays).toBeCloseTo(9.33, 1);
  expect(facts({ ...wall, substrate: 'brick', far: { kind: 'room' } })).toMatchObject({ retained: false, isDense: false });
});

test('a surface is held against the air that was read nearest to it in time, whichever was noted first', () => {
  const at = (kind: Reading['kind'], value: number, minute: number) =>
    reading({ id: `${kind} ${minute}`, kind, value, at: `2026-03-01T08:${String(minute).padStart(2, '0')}:00Z` });
  const surface = at('surface-temperature', 10, 30);
  // air of 20 °C and 50 % has its dew point at 9.3 °C (psychrometric chart), of 20 °C and 90 % at 18.3 °C
  const margin = (...readings: Reading[]) =>
    dampFacts(
      sampleJob().faces[0]!,
      undefined,
      { features: [], readings: [surface, ...readings] },
      { now: '2026-03-01T12:00:00Z', coated: false },
    ).surfaceOverDewK;
  const near = [at('air-temperature', 20, 25), at('air-humidity', 50, 25)];
  const far = [at('air-temperature', 20, 5), at('air-humidity', 90, 5)];
  expect(margin(...near, ...far)).toBeCloseTo(0.7, 1);
  expect(margin(...far, ...near)).toBeCloseTo(0.7, 1);
  expect(margin(...far)).toBeCloseTo(-8.3, 1);
});
