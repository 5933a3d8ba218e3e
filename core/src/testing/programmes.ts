/** A small deterministic source of numbers for made-up instances (Park & Miller 1988). */
export function numbers(seed: number): (from: number, to: number) => number {
  let state = (seed * 104_729 + 7) % 2_147_483_647;
  return (from, to) => {
    state = (state * 16_807) % 2_147_483_647;
    return from + Math.floor((state / 2_147_483_647) * (to - from + 1));
  };
}

export interface MadeProgramme {
  horizonMin: number;
  stepMin: number;
  resources: { id: string; capacity: number; available?: { fromMin: number; toMin: number }[] }[];
  tasks: {
    id: string;
    durationMin: number;
    uses: Record<string, number>;
    allowed?: { fromMin: number; toMin: number }[];
    splittable?: boolean;
  }[];
  lags: { from: string; to: string; kind: 'finish-start' | 'start-start'; minMin: number; maxMin?: number; ageing?: number[] }[];
}

/** Chains of coats and repairs that share a few crews over working days. */
export function madeProgramme(
  seed: number,
  size: { tasks: number; resources: number; days: number; stepMin?: number },
  odd = false,
): MadeProgramme {
  const next = numbers(seed);
  const stepMin = size.stepMin ?? 5;
  const shifts = Array.from({ length: size.days }, (_, day) => ({ fromMin: day * 1440 + 420, toMin: day * 1440 + 1020 })).filter(
    (_, day) => day % 7 < 6,
  );
  const resources = Array.from({ length: size.resources }, (_, r) => ({ id: `R${r}`, capacity: [2, 1, 3][r % 3]!, available: shifts }));
  const tasks: MadeProgramme['tasks'] = [];
  const lags: MadeProgramme['lags'] = [];
  for (let chain = 0; tasks.length < size.tasks; chain++) {
    const length = next(3, 6);
    for (let k = 0; k < length && tasks.length < size.tasks; k++) {
      const uses: Record<string, number> = {};
      for (const { id, capacity } of resources) if (next(0, 99) < 55) uses[id] = next(1, Math.max(1, capacity - 1));
      if (Object.keys(uses).length === 0) uses[resources[next(0, resources.length - 1)]!.id] = 1;
      const task: MadeProgramme['tasks'][number] = {
        id: `c${chain}t${k}`,
        durationMin: stepMin * Math.ceil((5 * next(6, 48)) / stepMin),
        uses,
      };
      if (odd && next(0, 4) === 0) task.splittable = true;
      if (odd && next(0, 4) === 0) task.allowed = [{ fromMin: 1440 * next(0, 1), toMin: size.days * 1440 }];
      tasks.push(task);
      if (k === 0) continue;
      const minMin = stepMin * Math.ceil((15 * next(0, 12)) / stepMin);
      const lag: MadeProgramme['lags'][number] = {
        from: `c${chain}t${k - 1}`,
        to: `c${chain}t${k}`,
        kind: odd && next(0, 3) === 0 ? 'start-start' : 'finish-start',
        minMin,
      };
      if (next(0, 1) === 0) lag.maxMin = minMin + stepMin * Math.ceil((30 * next(4, 48)) / stepMin);
      if (odd && next(0, 3) === 0) lag.ageing = Array.from({ length: 48 }, () => next(5, 20) / 10);
      lags.push(lag);
    }
  }
  return { horizonMin: size.days * 1440, stepMin, resources, tasks, lags };
}
