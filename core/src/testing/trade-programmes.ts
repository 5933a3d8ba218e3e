import { type MadeProgramme, numbers } from './programmes.js';

/**
 * Programmes as this trade has them, made up from a seed: faces that are prepared, plugged, detailed, coated in windows and tested by
 * one crew that shares a pump and a blaster, in day shifts six days a week. Odd seeds are for tuning; even ones were kept apart, and
 * are what is reported.
 */
export function tradeProgramme(seed: number, wantedTasks: number): MadeProgramme {
  const next = numbers(seed);
  const days = Math.max(14, Math.ceil(wantedTasks / 2.2));
  const available = Array.from({ length: days }, (_, day) => ({ fromMin: day * 1440 + 420, toMin: day * 1440 + 1020 })).filter(
    (_, day) => day % 7 < 6,
  );
  const crew = next(2, 3);
  const resources = [
    { id: 'crew', capacity: crew, available },
    { id: 'pump', capacity: 1, available },
    { id: 'blaster', capacity: 1, available },
  ];
  const tasks: MadeProgramme['tasks'] = [];
  const lags: MadeProgramme['lags'] = [];
  const quarter = (from: number, to: number) => 15 * next(Math.ceil(from / 15), Math.floor(to / 15));
  for (let face = 0; tasks.length < wantedTasks; face++) {
    let before: string | undefined;
    const then = (name: string, durationMin: number, uses: Record<string, number>, wait?: { minMin: number; maxMin?: number }) => {
      const id = `f${face} ${name}`;
      tasks.push({ id, durationMin, uses });
      if (before) lags.push({ from: before, to: id, kind: 'finish-start', minMin: 0, ...wait });
      before = id;
    };
    then('prepare', quarter(60, 300), next(0, 2) > 0 ? { crew: 1, blaster: 1 } : { crew: 1 });
    for (let leak = next(0, 2); leak > 0; leak--) then(`plug ${leak}`, quarter(15, 45), { crew: 1 });
    if (next(0, 2) > 0) then('detail', quarter(30, 150), { crew: 1 }, { minMin: quarter(30, 240) });
    const isSprayed = next(0, 1) === 0;
    const uses: Record<string, number> = isSprayed ? { crew: 2, pump: 1 } : { crew: 1 };
    then('coat 1', quarter(60, 270), uses, { minMin: quarter(0, 120), maxMin: 3 * 1440 });
    for (let coat = 2; coat <= 1 + next(1, 2); coat++) {
      // on the same day, or the next; a coat that ends with the shift can still be followed when the next one begins
      const isSameDay = next(0, 1) === 0;
      const minMin = isSameDay ? quarter(120, 300) : quarter(600, 960);
      then(`coat ${coat}`, quarter(60, 240), uses, { minMin, maxMin: (isSameDay ? 840 : 1440) + quarter(0, 480) });
    }
    if (next(0, 1) === 0) then('test', quarter(30, 90), { crew: 1 }, { minMin: 1440 * next(2, 7) });
  }
  return { horizonMin: days * 1440, stepMin: 15, resources, tasks, lags };
}
