import fc from 'fast-check';
import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { FamilyId, JobModel } from '../jobs';
import { DAY_MS, HOUR_MS } from '../quantities';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import {
  GoalFigures,
  type GoalSetting,
  type PlacingOptions,
  USUAL_HOUSE,
  betterByGoal,
  labourMinor,
  planJob,
  programmeFigures,
  programmeJob,
  takenOf,
} from './index';

const CREW = { people: 2, temperatureC: 20 };
// a Thursday: what is laid by Friday is misted over the Sunday
const NOW = Date.parse('2026-05-21T05:00:00Z');
const OTHERS = ['rounds', 'packs', 'cost'] as const;
const NONE = new Map<string, never>();

function jobOf(families: readonly FamilyId[]): JobModel {
  const job = sampleJob();
  return {
    ...job,
    features: [crack({ wetState: 'weeping', widthMm: 0.6 })],
    buildUps: families.map((family, i) => {
      const [coat] = SHIPPED_CATALOGUE.choices('coat', family);
      return buildUp(job.faces[i]!.id, { family, products: pinProducts(coat!, family, SHIPPED_CATALOGUE) });
    }),
  };
}

function settingOf(families: readonly FamilyId[], more: Partial<PlacingOptions> = {}): GoalSetting {
  const { workItems, faces } = planJob(jobOf(families), CREW, USUAL_HOUSE);
  const options = { nowMs: NOW, timeZone: 'Europe/Oslo', temperatureC: 12, ...more };
  return { workItems, options, taken: takenOf(workItems, faces), people: 2, labourMinorPerH: 4000 };
}
const place = ({ workItems, options }: GoalSetting, kept: NonNullable<PlacingOptions['kept']> = new Map()) =>
  programmeJob(workItems, { done: NONE }, { ...options, kept });

/** What a search comes to in so many tries. */
function searched(goal: (typeof OTHERS)[number], setting: GoalSetting, tries: number) {
  const from = place(setting, setting.options.kept);
  const steps = betterByGoal(goal, from, NONE, setting);
  let next = steps.next(false);
  for (let i = 0; !next.done; i++) next = steps.next(i >= tries);
  return { from, found: next.value };
}

test('rounds and people come to the same as the board tells; a pack is left open by what its day does not use of it', () => {
  const setting = settingOf(['crystalline-slurry', 'rigid-slurry', 'epoxy-vapour-barrier']);
  const programme = place(setting);
  const figures = new GoalFigures(setting);
  const board = programmeFigures(programme, setting.workItems, setting.options);
  expect(board.roundsAtRest).toBeGreaterThan(0);
  expect(figures.of('rounds', programme)).toBe(board.roundsAtRest);
  expect(figures.of('finish', programme)).toBe(board.endMs);
  expect(new GoalFigures({ ...setting, taken: new Map() }).of('cost', programme)).toBeCloseTo(labourMinor(board, 2, 4000));
  const [first, second] = programme.tasks.filter(({ state }) => state === 'planned');
  const taken = { productId: 'p', amount: 30, packSize: 25, packMinor: 5000 };
  const packs = (startsMs: number[]) =>
    new GoalFigures({ ...setting, taken: new Map([first!, second!].map(({ id }) => [id, taken])) }).of('packs', {
      tasks: [first!, second!].map((task, i) => ({ ...task, startMs: startsMs[i]! })),
      conflicts: [],
    });
  // 60 kg on one day leaves 15 of 75, on two days 20 of 50 each
  expect(packs([NOW, NOW + HOUR_MS])).toBe(1);
  expect(packs([NOW, NOW + DAY_MS])).toBe(2);
});

test('whatever is placed wherever: no programme comes to less than the bound', () => {
  const families = fc.array(fc.constantFrom<FamilyId>('crystalline-slurry', 'rigid-slurry', 'flexible-cementitious', 'thick-film'), {
    minLength: 1,
    maxLength: 3,
  });
  const delays = fc.array(fc.record({ at: fc.nat(30), hours: fc.nat(300) }), { maxLength: 5 });
  fc.assert(
    fc.property(families, delays, (chosen, put) => {
      const setting = settingOf(chosen);
      const figures = new GoalFigures(setting);
      const kept = new Map(
        put.map(({ at, hours }) => [
          setting.workItems[at % setting.workItems.length]!.id,
          { startMs: NOW + hours * HOUR_MS, isPinned: false },
        ]),
      );
      const programme = place(setting, kept);
      for (const goal of OTHERS) expect(figures.of(goal, programme)).toBeGreaterThanOrEqual(figures.bound(goal, programme));
    }),
    { numRuns: 25 },
  );
});

test('the bound holds for whoever waits until the holidays are over, and where a coat is longer than a shift', () => {
  // three weeks of holidays from now on: whoever waits has fewer rounds out of hours
  const holidays = Array.from({ length: 21 }, (_, i) => new Date(NOW + i * DAY_MS).toISOString().slice(0, 10));
  const setting = settingOf(['crystalline-slurry'], { holidays });
  const programme = place(setting);
  const figures = new GoalFigures(setting);
  const waited = place(setting, new Map(setting.workItems.map(({ id }) => [id, { startMs: NOW + 25 * DAY_MS, isPinned: false }])));
  for (const each of [programme, waited]) expect(figures.of('rounds', each)).toBeGreaterThanOrEqual(figures.bound('rounds', programme));
  const long = settingOf(['crystalline-slurry']);
  const stretched = {
    ...long,
    taken: new Map(),
    workItems: long.workItems.map((item) => (item.step.startsWith('coat-') ? { ...item, durationMin: 1500 } : item)),
  };
  const laid = place(stretched);
  expect(laid.conflicts.map(({ code }) => code)).toContain('longer-than-shift');
  const costs = new GoalFigures(stretched);
  expect(costs.of('cost', laid)).toBeGreaterThanOrEqual(costs.bound('cost', laid));
});

test.each(OTHERS)('looked for %s: never more of it, no window given up, what is pinned stays, and it ends when it is told to', (goal) => {
  const families: FamilyId[] = ['crystalline-slurry', 'rigid-slurry', 'thick-film'];
  const free = settingOf(families);
  const pinnedId = free.workItems[1]!.id;
  const pinned = place(free).tasks.find(({ id }) => id === pinnedId)!.startMs;
  const setting = settingOf(families, { kept: new Map([[pinnedId, { startMs: pinned, isPinned: true }]]) });
  const { from, found } = searched(goal, setting, 150);
  const figures = new GoalFigures(setting);
  expect(figures.of(goal, found.programme)).toBe(found.figure);
  expect(found.figure).toBeLessThanOrEqual(figures.of(goal, from));
  expect(found.figure).toBeGreaterThanOrEqual(found.bound);
  expect(found.programme.conflicts.length).toBeLessThanOrEqual(from.conflicts.length);
  expect(found.programme.tasks.find(({ id }) => id === pinnedId)!.startMs).toBe(pinned);
});

test('a coat that would be misted over the Sunday is put off until nobody need come out of hours more than must be', () => {
  const setting = settingOf(['crystalline-slurry']);
  const { from, found } = searched('rounds', setting, 400);
  expect(new GoalFigures(setting).of('rounds', from)).toBeGreaterThan(found.figure);
  expect(found.figure).toBe(found.bound);
});
