import { type JobModel, type PermitKind, careOf, permitsFor, permitsIn } from '../jobs/index.js';
import type { Programme } from '../programme/index.js';
import { HOUR_MS } from '../quantities/index.js';
import type { WorkItem } from './work-items.js';

/** Planned work that wants a permit and has none when it is to be done: a hold point. */
export interface PermitMissing {
  kind: PermitKind;
  /** nobody has written one down; else those that are end before this work does */ isNone: boolean;
  faceIds: string[];
  /** when the first of it begins */ firstMs: number;
}

/** What of a programme no permit covers, by kind; the first first. */
export function permitsMissing(
  { tasks }: Programme,
  workItems: readonly WorkItem[],
  { faces, job }: Pick<JobModel, 'faces' | 'job'>,
): PermitMissing[] {
  const { permits = [] } = job;
  const care = new Map(faces.map((face) => [face.id, careOf(face, job)]));
  const items = new Map(workItems.map((item) => [item.id, item]));
  const missing = new Map<string, PermitMissing>();
  for (const { id, state, startMs, endMs } of tasks) {
    const item = items.get(id)!;
    if (state !== 'planned' || item.durationMin === 0 || !Number.isFinite(startMs)) continue;
    const leftMs = endMs - (item.restH ?? 0) * HOUR_MS;
    for (const kind of permitsFor(care.get(item.faceId) ?? [], item.machines ?? [])) {
      const own = permitsIn(permits, kind, item.room?.spaceId ?? '');
      if (own.some(({ from, until }) => Date.parse(from) <= startMs && leftMs <= Date.parse(until))) continue;
      const isNone = own.length === 0;
      const key = `${kind} ${isNone}`;
      const known = missing.get(key) ?? { kind, isNone, faceIds: [], firstMs: startMs };
      known.firstMs = Math.min(known.firstMs, startMs);
      if (!known.faceIds.includes(item.faceId)) known.faceIds.push(item.faceId);
      missing.set(key, known);
    }
  }
  return [...missing.values()].sort((a, b) => a.firstMs - b.firstMs);
}
