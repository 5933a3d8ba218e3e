import fc from 'fast-check';
import { type Programme, type Task, type TaskSetting, betterProgramme, forwardPass, shiftsFrom } from '../programme';

export const H = 3_600_000;
export const MONDAY_7 = Date.parse('2026-05-18T07:00:00Z');
export const week = { timeZone: 'UTC', days: [1, 2, 3, 4, 5], fromHour: 7, toHour: 17 };
export const setting = (part: Partial<TaskSetting> = {}): TaskSetting => {
  const nowMs = part.nowMs ?? MONDAY_7;
  return { nowMs, shifts: shiftsFrom(nowMs, week, 60), temperaturesC: [20], temperaturesFromMs: nowMs, ...part };
};
export const task = (id: string, hours: number, part: Partial<Task> = {}): Task => ({
  ...{ id, chain: 'A', durationMs: hours * H, splittable: false, waits: [] },
  ...part,
});
export const after = (taskId: string, minH: number, maxH: number | null) => ({ waits: [{ taskId, minH, maxH, referenceC: 20 }] });
export const endOf = ({ tasks }: Programme) => Math.max(...tasks.map(({ endMs }) => endMs));
export const at = (ms: number) => new Date(ms).toISOString().slice(5, 16);

/** As the first pass places it, and as the search does, stopped after so many slices. */
export function better(tasks: readonly Task[], of = setting(), slices = 400) {
  const first = forwardPass(tasks, of);
  const search = betterProgramme(tasks, of, first);
  let next = search.next(false);
  for (let n = 1; !next.done; n++) next = search.next(n > slices);
  return { first, proposal: next.value };
}

/** Faces of a room: prepared, stopped, coated in windows, cured; walls before floors. */
export const programmes = fc
  .array(
    fc.record({
      room: fc.constantFrom('r', 's'),
      isFloor: fc.boolean(),
      hours: fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 3, maxLength: 3 }),
      isPlugged: fc.boolean(),
      opensH: fc.integer({ min: 1, max: 20 }),
      spanH: fc.option(fc.integer({ min: 2, max: 30 }), { nil: null }),
      restH: fc.constantFrom(0, 0, 3, 24),
      strips: fc.constantFrom(1, 1, 2, 3),
      barredH: fc.option(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 30 })), { nil: null }),
      isStarted: fc.boolean(),
    }),
    { minLength: 1, maxLength: 4 },
  )
  .map((faces) => faces.flatMap(faceTasks));

function faceTasks(
  of: {
    room: string;
    isFloor: boolean;
    hours: number[];
    isPlugged: boolean;
    opensH: number;
    spanH: number | null;
    restH: number;
    strips: number;
    barredH: [number, number] | null;
    isStarted: boolean;
  },
  i: number,
): Task[] {
  const chain = `f${i}`;
  const quarters = (n: number) => (n * H) / 4;
  const room = (phase: number, isDusty = false, freshH?: number): Task['room'] => ({
    ...{ id: of.room, phase, isFloor: of.isFloor, isDusty },
    ...(freshH === undefined ? {} : { fresh: { h: freshH, referenceC: 20 } }),
  });
  const coatPhase = of.isFloor ? 3 : 2;
  const firstMs = quarters(of.hours[1]!);
  const maxH = of.spanH === null ? null : firstMs / H + of.opensH + of.spanH;
  const barred = of.barredH && {
    barred: [{ fromMs: MONDAY_7 + of.barredH[0] * H, toMs: MONDAY_7 + (of.barredH[0] + of.barredH[1]) * H }],
  };
  const done = i === 0 && of.isStarted ? { actual: { startMs: MONDAY_7 - 5 * H, endMs: MONDAY_7 - 3 * H } } : {};
  return [
    task(`${chain}:prepare`, of.hours[0]! / 4, {
      chain,
      splittable: true,
      ...barred,
      room: room(0, true),
      ...(of.restH ? { restMs: of.restH * H } : {}),
      ...done,
    }),
    ...(of.isPlugged ? [task(`${chain}:plug`, 0.5, { chain, room: room(1) })] : []),
    ...Array.from({ length: of.strips }, (_, i) => {
      const zone = of.strips > 1 ? { zone: i + 1 } : {};
      return [
        task(`${chain}:${i}:1`, of.hours[1]! / 4, { chain, ...zone, ...barred, room: room(coatPhase, false, of.opensH) }),
        task(`${chain}:${i}:2`, of.hours[2]! / 4, {
          chain,
          ...zone,
          room: room(coatPhase, false, 12),
          ...after(`${chain}:${i}:1`, of.opensH, maxH),
        }),
      ];
    }).flat(),
    ...(of.strips > 1 ? [task(`${chain}:cure`, 0, { chain, restMs: 10 * H, room: room(coatPhase) })] : []),
  ];
}
