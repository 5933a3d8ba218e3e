import { isTrouble } from '@caulkhorn/core/proof';
import type { EntryBody, LogEntry } from '@caulkhorn/core/site-log';
import type { ShownLine } from '../job/log-lines';

/** What of the log is wanted; of what is not said, all. */
export interface LogFilter {
  faceId?: string;
  personId?: string;
  kind?: EntryBody['kind'];
  /** YYYY-MM-DD in the job's zone */ day?: string;
  /** only what was done against a limit, refused, put right or thrown away */ isTrouble?: boolean;
}

/** A line with what it is asked by, worked out once for a whole log. */
export interface IndexedLine {
  line: ShownLine;
  writtenMs: number;
  faceId: string | undefined;
  day: string;
}

/**
 * The lines of a log, newest first, each with its face and its day.
 * @param faceOfWork by work item
 * @param dayOf of an instant, ms since 1970
 */
export function indexLog(
  lines: readonly ShownLine[],
  faceOfWork: ReadonlyMap<string, string>,
  dayOf: (ms: number) => string,
): IndexedLine[] {
  const mixes = new Map(lines.flatMap(({ entry }) => (entry.body.kind === 'mix' ? [[entry.id, entry.body.workItemId] as const] : [])));
  const faceOf = ({ body }: LogEntry): string | undefined => {
    if ('workItemId' in body) return faceOfWork.get(body.workItemId);
    if (body.kind === 'pail') return faceOfWork.get(mixes.get(body.mixId) ?? '');
    return 'faceId' in body ? body.faceId : undefined;
  };
  return lines
    .map((line) => ({
      line,
      writtenMs: Date.parse(line.entry.writtenAt) - (line.entry.clockAheadS ?? 0) * 1000,
      faceId: faceOf(line.entry),
      day: dayOf(Date.parse(line.entry.occurredAt)),
    }))
    .sort((a, b) => b.writtenMs - a.writtenMs);
}

export function filterLog(
  lines: readonly IndexedLine[],
  { faceId, personId, kind, day, isTrouble: isTroubleOnly }: LogFilter,
): IndexedLine[] {
  return lines.filter(
    ({ line: { entry }, ...each }) =>
      (faceId === undefined || each.faceId === faceId) &&
      (personId === undefined || entry.personId === personId) &&
      (kind === undefined || entry.body.kind === kind) &&
      (day === undefined || each.day === day) &&
      (!isTroubleOnly || isTrouble(entry)),
  );
}
