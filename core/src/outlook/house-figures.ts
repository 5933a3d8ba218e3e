import type { PaceId } from '../planning/index.js';
import { PACES } from '../planning/index.js';
import { quartiles } from '../numerics/index.js';
import type { JobFigures, WorkFigure } from './job-figures.js';

export const FIGURES_BY = ['family', 'who', 'step'] as const;
export type FiguresBy = (typeof FIGURES_BY)[number];

/** What a group of work was planned with and what it took. Sums are over those pieces alone of which both are known. */
export interface FiguresRow {
  /** a family, who wrote it, or a step; '' where there is none */ key: string;
  /** pieces of work that are finished */ n: number;
  /** of them timed from start to finish on one day */ timed: number;
  plannedH: number;
  tookH: number;
  /** of them weighed */ weighed: number;
  plannedKg: number;
  usedKg: number;
  /** of them with a window that closes, and times that are known */ windows: number;
  late: number;
  /** looks at former leaks; only by family, for who stopped one is not known by who looked */ looks: number;
  cameBack: number;
}

/** Figures of many jobs, added up; the largest group first. */
export function houseFigures(jobs: readonly JobFigures[], by: FiguresBy): FiguresRow[] {
  const rows = new Map<string, FiguresRow>();
  const rowOf = (key: string): FiguresRow => {
    const row = rows.get(key) ?? {
      key,
      n: 0,
      timed: 0,
      plannedH: 0,
      tookH: 0,
      weighed: 0,
      plannedKg: 0,
      usedKg: 0,
      windows: 0,
      late: 0,
      looks: 0,
      cameBack: 0,
    };
    rows.set(key, row);
    return row;
  };
  for (const { work, leaks } of jobs) {
    for (const figure of work) add(rowOf(keyOf(figure, by)), figure);
    if (by !== 'family') continue;
    for (const { family, looks, cameBack } of leaks) {
      const row = rowOf(family ?? '');
      row.looks += looks;
      row.cameBack += cameBack;
    }
  }
  return [...rows.values()].sort((a, b) => b.n - a.n || (a.key < b.key ? -1 : 1));
}

function add(row: FiguresRow, { plannedMin, tookMin, plannedKg, usedKg, isLate }: WorkFigure): void {
  row.n++;
  if (tookMin !== undefined) {
    row.timed++;
    row.plannedH += plannedMin / 60;
    row.tookH += tookMin / 60;
  }
  if (plannedKg !== undefined && usedKg !== undefined) {
    row.weighed++;
    row.plannedKg += plannedKg;
    row.usedKg += usedKg;
  }
  if (isLate !== undefined) {
    row.windows++;
    if (isLate) row.late++;
  }
}

/** Those who worked together are a crew, in whatever order they are named. */
function keyOf({ family, who, step }: WorkFigure, by: FiguresBy): string {
  if (by === 'family') return family ?? '';
  return by === 'who' ? [...who].sort().join(', ') : paceOf(step);
}

/** Coats are numbered, their pace is one. */
export const paceOf = (step: WorkFigure['step']): PaceId => (/^coat-\d+$/.test(step) ? 'coat' : (step as PaceId));

/** Fewer pieces of work teach nothing; own judgement, no source. */
export const LEAST_TO_LEARN = 5;

/** What the log teaches of one output rate. */
export interface LearnedPace {
  pace: PaceId;
  /** the median, person-minutes a unit: one bad day moves it little */ minutes: number;
  /** between these lies half of what was seen */ from: number;
  to: number;
  /** pieces of work */ n: number;
}

/**
 * Output rates as they were seen, for who decides to take them. Persons are those that the work was planned with: how many there were, the
 * log does not say.
 */
export function learnedPaces(jobs: readonly JobFigures[]): LearnedPace[] {
  const seen = new Map<PaceId, number[]>();
  for (const { step, quantity, crew, tookMin } of jobs.flatMap(({ work }) => work)) {
    const pace = paceOf(step);
    if (tookMin === undefined || quantity.value <= 0 || PACES[pace]?.per !== quantity.unit) continue;
    seen.set(pace, [...(seen.get(pace) ?? []), (tookMin * crew) / quantity.value]);
  }
  return [...seen]
    .filter(([, values]) => values.length >= LEAST_TO_LEARN)
    .map(([pace, values]) => {
      const [from, minutes, to] = quartiles(values);
      return { pace, minutes, from, to, n: values.length };
    })
    .sort((a, b) => (a.pace < b.pace ? -1 : 1));
}
