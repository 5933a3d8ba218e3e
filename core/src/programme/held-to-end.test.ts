import fc from 'fast-check';
import { programmeFaults } from '../testing/programme-faults';
import { H, MONDAY_7, at, better, programmes, setting, task } from '../testing/room-programmes';
import { rollingProgramme } from './rolling-programme';
import { forwardPass } from './forward-pass';
import type { Task, TaskSetting } from './task';

describe('a dryer that runs on where the crew has left', () => {
  /** what rests after it was prepared has the one dryer until it is dry */
  const withDryer = (tasks: readonly Task[]) =>
    tasks.map((each) => (each.restMs && each.durationMs > 0 ? { ...each, needs: ['dryer'], heldToEnd: ['dryer'] } : each));

  test('is nowhere else meanwhile, with one crew or several, at once or stretch by stretch', () => {
    let waited = 0;
    fc.assert(
      fc.property(programmes, fc.integer({ min: 1, max: 2 }), (plain, gangs) => {
        const tasks = withDryer(plain);
        const of = setting({ gangs });
        const { first, proposal } = better(tasks, of, 60);
        expect(programmeFaults(tasks, of, first).filter((fault) => !fault.includes('while nobody works'))).toEqual([]);
        if (proposal?.programme) expect(programmeFaults(tasks, of, proposal.programme)).toEqual([]);
        const search = rollingProgramme(tasks, of, first, { together: 6, settled: 3 });
        let next = search.next(false);
        while (!next.done) next = search.next(false);
        expect(programmeFaults(tasks, of, next.value.programme!)).toEqual([]);
        if (programmeFaults(tasks, of, forwardPass(plain, of)).some((fault) => fault.includes('runs on'))) waited++;
      }),
      { numRuns: 60, seed: 41 },
    );
    expect(waited).toBeGreaterThan(5);
  });

  test('two faces to dry for a day: with one dryer the second is hung up when the first is dry, with two at once', () => {
    const dry = (chain: string, more: Partial<Task> = {}) =>
      task(chain, 1, { chain, restMs: 24 * H, needs: ['dryer'], heldToEnd: ['dryer'], ...more });
    const secondAt = (of: TaskSetting, tasks = [dry('a'), dry('b')]) => {
      const { first, proposal } = better(tasks, of);
      expect(at(proposal!.programme!.tasks[1]!.startMs)).toBe(at(first.tasks[1]!.startMs));
      return at(first.tasks[1]!.startMs);
    };
    expect(secondAt(setting())).toBe('05-19T08:00');
    expect(secondAt(setting({ gangs: 2 }))).toBe('05-19T08:00');
    expect(secondAt(setting({ shared: new Map([['dryer', 2]]) }))).toBe('05-18T08:00');
    // hung up yesterday at noon, left at one
    const running = dry('a', { actual: { startMs: MONDAY_7 - 19 * H } });
    expect(secondAt(setting(), [running, dry('b')])).toBe('05-18T13:00');
  });
});
