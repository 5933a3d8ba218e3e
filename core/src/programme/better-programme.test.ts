import fc from 'fast-check';
import { programmeFaults } from '../testing/programme-faults';
import { H, MONDAY_7, after, at, better, endOf, programmes, setting, task, week } from '../testing/room-programmes';
import { betterProgramme } from './better-programme';
import { rollingProgramme } from './rolling-programme';
import { forwardPass } from './forward-pass';
import type { Task, TaskSetting } from './task';
import { shiftsFrom } from './working-hours';

describe('a better programme', () => {
  test('starts a coat late, so that its follower keeps its window, and is proven', () => {
    // at once it would open at night and be closed by the morning
    const tasks = [task('a1', 2), task('a2', 2, after('a1', 9, 20)), task('b', 4, { chain: 'B' })];
    const { proposal } = better(tasks);
    expect(proposal).toMatchObject({ isProven: true, isImpossible: false, clash: [] });
    expect(programmeFaults(tasks, setting(), proposal!.programme!)).toEqual([]);
    expect(at(endOf(proposal!.programme!))).toBe('05-19T09:00');
  });

  test('keeps every rule of the work, ends no later than the first pass, and not before its bound', () => {
    fc.assert(
      fc.property(programmes, (tasks) => {
        const { first, proposal } = better(tasks, setting(), 60);
        if (!proposal) return first.tasks.every(({ state }) => state !== 'planned');
        if (!proposal.programme) return proposal.isImpossible;
        expect(proposal.programme.conflicts.length).toBeLessThanOrEqual(first.conflicts.length);
        // what it gives up is proven impossible, so the pass missed something too
        if (proposal.clash.length > 0) expect(first.conflicts.length).toBeGreaterThan(0);
        expect(programmeFaults(tasks, setting(), proposal.programme)).toEqual([]);
        expect(endOf(proposal.programme)).toBeGreaterThanOrEqual(proposal.lowerBoundMs - 1);
        if (first.conflicts.length === 0) {
          expect(programmeFaults(tasks, setting(), first)).toEqual([]);
          expect(endOf(first)).toBeGreaterThanOrEqual(proposal.lowerBoundMs - 1);
          if (proposal.isProven) expect(endOf(proposal.programme)).toBeLessThanOrEqual(endOf(first) + 1);
        }
        return true;
      }),
      { numRuns: 60, seed: 7 },
    );
  });

  test('searched stretch by stretch it keeps every rule as well, is never worse than the first pass, and not before its bound', () => {
    let sooner = 0;
    fc.assert(
      fc.property(programmes, (tasks) => {
        const first = forwardPass(tasks, setting());
        const search = rollingProgramme(tasks, setting(), first, { together: 6, settled: 3 });
        let next = search.next(false);
        while (!next.done) next = search.next(false);
        const { programme, lowerBoundMs, clash } = next.value;
        expect(programmeFaults(tasks, setting(), programme!)).toEqual([]);
        expect(programme!.conflicts.length).toBeLessThanOrEqual(first.conflicts.length);
        if (programme!.conflicts.length === first.conflicts.length) expect(endOf(programme!)).toBeLessThanOrEqual(endOf(first));
        expect(endOf(programme!)).toBeGreaterThanOrEqual(lowerBoundMs - 1);
        // what is told as hopeless is missed
        for (const { taskId } of clash) if (taskId) expect(first.conflicts.length).toBeGreaterThan(0);
        if (endOf(programme!) < endOf(first)) sooner++;
      }),
      { numRuns: 60, seed: 9 },
    );
    expect(sooner).toBeGreaterThan(3);
  });

  describe('several gangs side by side', () => {
    /** of every other face the coats want the one pump, and of every third one person does all */
    const withNeeds = (tasks: readonly Task[]) =>
      tasks.map((each) => {
        const face = Number(each.chain.slice(1));
        const needs = [...(face % 2 === 0 && each.id.endsWith(':1') ? ['pump'] : []), ...(face % 3 === 0 ? ['Anna'] : [])];
        return needs.length > 0 ? { ...each, needs } : each;
      });
    const crews = fc.tuple(programmes.map(withNeeds), fc.integer({ min: 2, max: 3 }));

    test('keep every rule: one thing at a time each, one pump, one person, no dust beside a coat that is laid', () => {
      let [sooner, more] = [0, 0];
      fc.assert(
        fc.property(crews, ([tasks, gangs]) => {
          const of = setting({ gangs });
          const { first, proposal } = better(tasks, of, 60);
          expect(programmeFaults(tasks, of, first).filter((fault) => !fault.includes('while nobody works'))).toEqual([]);
          if (proposal?.programme) {
            expect(programmeFaults(tasks, of, proposal.programme)).toEqual([]);
            expect(endOf(proposal.programme)).toBeGreaterThanOrEqual(proposal.lowerBoundMs - 1);
            if (proposal.isProven && first.conflicts.length === 0) expect(endOf(proposal.programme)).toBeLessThanOrEqual(endOf(first) + 1);
            if (endOf(proposal.programme) < endOf(first)) sooner++;
          }
          if (new Set(first.tasks.map(({ gang }) => gang)).size > 2) more++;
        }),
        { numRuns: 80, seed: 31 },
      );
      expect([sooner > 3, more > 20]).toEqual([true, true]);
    });

    test('stretch by stretch as well', () => {
      fc.assert(
        fc.property(crews, ([tasks, gangs]) => {
          const of = setting({ gangs });
          const first = forwardPass(tasks, of);
          const search = rollingProgramme(tasks, of, first, { together: 6, settled: 3 });
          let next = search.next(false);
          while (!next.done) next = search.next(false);
          const { programme, lowerBoundMs } = next.value;
          expect(programmeFaults(tasks, of, programme!)).toEqual([]);
          expect(endOf(programme!)).toBeGreaterThanOrEqual(lowerBoundMs - 1);
        }),
        { numRuns: 60, seed: 32 },
      );
    });

    test('two faces of a day each are done in a day; with one person for both, or one pump, in two', () => {
      const tasks = [task('a', 9, { chain: 'a', needs: ['pump'] }), task('b', 9, { chain: 'b', needs: ['pump'] })];
      const endBy = (of: TaskSetting) => {
        const { first, proposal } = better(tasks, of);
        expect(endOf(proposal!.programme!)).toBe(endOf(first));
        return at(endOf(first));
      };
      expect(endBy(setting())).toBe('05-19T16:00');
      expect(endBy(setting({ gangs: 2 }))).toBe('05-19T16:00');
      expect(endBy(setting({ gangs: 2, shared: new Map([['pump', 2]]) }))).toBe('05-18T16:00');
    });

    test('what one gang is at keeps that one, and its pump', () => {
      const running = task('r', 6, { chain: 'r', needs: ['pump'], actual: { startMs: MONDAY_7 - 2 * H } });
      const tasks = [running, task('a', 3, { chain: 'a', needs: ['pump'] }), task('b', 3, { chain: 'b' })];
      const { first, proposal } = better(tasks, setting({ gangs: 2 }));
      for (const { tasks: placed } of [first, proposal!.programme!]) {
        const [r, a, b] = placed;
        expect([at(r!.endMs), at(a!.startMs), at(b!.startMs)]).toEqual(['05-18T11:00', '05-18T11:00', '05-18T07:00']);
        expect(r!.gang).not.toBe(b!.gang);
      }
    });

    test('a coat is not laid while another gang makes dust in its room, nor a floor while anybody is at work there', () => {
      const beside = (dusty: boolean, isFloor: boolean) => {
        const room = { id: 'r', phase: 2, isFloor, isDusty: false };
        const abrade = task('a', 4, { chain: 'a', room: { ...room, isFloor: false, isDusty: dusty } });
        const coat = task('b', 1, { chain: 'b', room: { ...room, fresh: { h: 12, referenceC: 20 } } });
        const of = setting({ gangs: 2 });
        const { first, proposal } = better([abrade, coat], of);
        expect(programmeFaults([abrade, coat], of, first)).toEqual([]);
        expect(programmeFaults([abrade, coat], of, proposal!.programme!)).toEqual([]);
        return at(first.tasks[1]!.startMs);
      };
      expect([beside(true, false), beside(false, true), beside(false, false)]).toEqual(['05-18T11:00', '05-18T11:00', '05-18T07:00']);
    });

    test('a gang goes on where it was', () => {
      const tasks = ['a', 'b'].flatMap((chain) => [1, 2, 3].map((n) => task(`${chain}${n}`, 2, { chain })));
      const { proposal } = better(tasks, setting({ gangs: 2 }));
      const byFace = proposal!.programme!.tasks.map(({ chain, gang }) => `${chain}${gang}`);
      expect(new Set(byFace).size).toBe(2);
    });
  });

  test('many faces that dry by themselves: as soon as there is work for the crew, to a part of a shift', () => {
    // ninety faces of prepare, a day of drying, two coats: the crew is never without work
    const faces = Array.from({ length: 90 }, (_, i) => `f${i}`);
    const tasks = faces.flatMap((chain) => [
      task(`${chain}:0`, 1, { chain, restMs: 24 * H }),
      task(`${chain}:1`, 2, { chain }),
      task(`${chain}:2`, 2, { chain, ...after(`${chain}:1`, 4, 30) }),
    ]);
    const first = forwardPass(tasks, setting({ shifts: shiftsFrom(MONDAY_7, week, 200) }));
    const of = setting({ shifts: shiftsFrom(MONDAY_7, week, 200) });
    const search = betterProgramme(tasks, of, first);
    let next = search.next(false);
    while (!next.done) next = search.next(false);
    const { programme, lowerBoundMs } = next.value!;
    expect(programmeFaults(tasks, of, programme!)).toEqual([]);
    // 450 h of work in shifts of ten are 45 days
    expect(at(lowerBoundMs)).toBe('07-17T17:00');
    expect(endOf(programme!) - lowerBoundMs).toBeLessThanOrEqual(3 * 24 * H);
    expect(endOf(programme!)).toBeLessThanOrEqual(endOf(first));
  });

  test('told to stop, the rest stands as it was placed first', () => {
    const tasks = Array.from({ length: 300 }, (_, i) => task(`t${i}`, 1, { chain: `c${i}` }));
    const of = setting({ shifts: shiftsFrom(MONDAY_7, week, 200) });
    const first = forwardPass(tasks, of);
    const search = betterProgramme(tasks, of, first);
    search.next(false);
    expect(search.next(true)).toMatchObject({ done: true, value: { programme: first, isProven: false, isImpossible: false } });
  });

  test('told to stop before it has found any, it answers with the first pass, and what that misses', () => {
    // closes before the crew is back, whatever is done: half of the time goes to finding that out
    const tasks = [task('a1', 8), task('a2', 2, after('a1', 3, 13)), task('b', 4, { chain: 'B' })];
    for (const slices of [0, 1, 2, 4, 8]) {
      const { first, proposal } = better(tasks, setting(), slices);
      expect(proposal).toMatchObject({ isImpossible: false, programme: { tasks: { length: 3 } } });
      expect(proposal!.programme!.conflicts.length).toBeLessThanOrEqual(first.conflicts.length);
      expect(endOf(proposal!.programme!)).toBeGreaterThanOrEqual(proposal!.lowerBoundMs);
    }
    const { first, proposal } = better(tasks, setting(), 0);
    expect(proposal!.programme).toBe(first);
    // fourteen hours of work in shifts of ten
    expect(at(proposal!.lowerBoundMs)).toBe('05-19T11:00');
  });

  test('once kept, it is placed as it was kept, as long as nothing else changes', () => {
    fc.assert(
      fc.property(programmes, (tasks) => {
        const { programme } = better(tasks, setting(), 30).proposal ?? { programme: null };
        if (!programme || programme.conflicts.length > 0) return;
        const startOf = new Map(programme.tasks.map(({ id, startMs }) => [id, startMs]));
        const kept = tasks.map((each) => (each.actual ? each : { ...each, kept: { startMs: startOf.get(each.id)!, isPinned: false } }));
        expect(forwardPass(kept, setting())).toEqual({ ...programme, conflicts: [] });
      }),
      { numRuns: 60, seed: 8 },
    );
  });

  test('what was kept and slips moves what follows, and leaves the rest where it was', () => {
    const kept = (startMs: number) => ({ kept: { startMs, isPinned: false } });
    const tasks = [
      task('a1', 2, kept(MONDAY_7)),
      task('b1', 2, { chain: 'B', ...kept(MONDAY_7 + 2 * H) }),
      task('c1', 2, { chain: 'C', ...kept(MONDAY_7 + 6 * H) }),
    ];
    const late = forwardPass(tasks, setting({ nowMs: MONDAY_7 + H }));
    expect(late.tasks.map(({ startMs }) => at(startMs))).toEqual(['05-18T08:00', '05-18T10:00', '05-18T13:00']);
  });

  test('who was promised an hour goes before who merely could begin then', () => {
    const tasks = [task('new', 3), task('promised', 2, { chain: 'B', kept: { startMs: MONDAY_7, isPinned: false } })];
    expect(forwardPass(tasks, setting()).tasks.map(({ startMs }) => at(startMs))).toEqual(['05-18T09:00', '05-18T07:00']);
  });

  test('what is done or running stays where it was', () => {
    const tasks = [
      task('a1', 3, {
        actual: { startMs: MONDAY_7 - 2 * H, endMs: MONDAY_7 + H, firstLaidMs: MONDAY_7 - 2 * H, lastLaidMs: MONDAY_7 + H },
      }),
      task('b1', 2, { chain: 'B', actual: { startMs: MONDAY_7 + 1.5 * H } }),
      task('a2', 3, after('a1', 4, 10)),
      task('b2', 1, { chain: 'B' }),
    ];
    const now = setting({ nowMs: MONDAY_7 + 2 * H });
    const { proposal } = better(tasks, now);
    const placed = proposal!.programme!.tasks;
    expect(placed.slice(0, 2).map(({ state, startMs }) => [state, at(startMs)])).toEqual([
      ['done', '05-18T05:00'],
      ['running', '05-18T08:30'],
    ]);
    expect(programmeFaults(tasks, now, proposal!.programme!)).toEqual([]);
    // the window of what lies there runs by the log: from its last square metre, until ten hours after its first
    expect(placed[2]!.window).toEqual({ opensMs: MONDAY_7 + 5 * H, closesMs: MONDAY_7 + 8 * H });
  });

  test('a pin holds, and one that lies in the past is told while the rest is planned', () => {
    const pinned = task('b', 1, { chain: 'B', kept: { startMs: MONDAY_7 + 4 * H, isPinned: true } });
    const { proposal } = better([task('a', 6), pinned]);
    expect(at(proposal!.programme!.tasks[1]!.startMs)).toBe('05-18T11:00');
    expect(proposal!.programme!.conflicts).toEqual([]);
    const late = better([task('a', 6), { ...pinned, kept: { startMs: MONDAY_7 - H, isPinned: true } }]);
    expect(late.proposal!.programme!.conflicts).toMatchObject([{ code: 'pin-missed', taskId: 'b' }]);
  });

  test('where nothing keeps every rule, it names what clashes', () => {
    // opens ten hours after an eight-hour coat and closes before the crew is back
    const tasks = [task('a1', 8), task('a2', 2, after('a1', 3, 13))];
    const { proposal, first } = better(tasks);
    expect(first.conflicts.map(({ code }) => code)).toEqual(['window-missed']);
    expect(proposal).toMatchObject({ isImpossible: false, isProven: true });
    // what cannot be kept is given up and told, and the rest placed
    expect(proposal!.programme!.conflicts).toMatchObject([{ code: 'window-missed', taskId: 'a2' }]);
    expect(proposal!.clash).toEqual(expect.arrayContaining([{ code: 'clashes-latest', taskId: 'a2' }, { code: 'clashes-hours' }]));
  });

  test('nothing to place is no programme to look for', () => expect(better([]).proposal).toBeUndefined());
});
