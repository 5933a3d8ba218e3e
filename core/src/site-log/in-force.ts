import type { LogEntry, LogLine } from './entry.js';

/** Entries that stand: superseded ones are left out, each correction takes its place in time; what only takes back is none. */
export function entriesInForce(lines: readonly Pick<LogLine, 'entry'>[]): LogEntry[] {
  const superseded = new Set(lines.flatMap(({ entry }) => (entry.supersedes ? [entry.supersedes] : [])));
  return lines.map(({ entry }) => entry).filter(({ id, body }) => !superseded.has(id) && body.kind !== 'withdrawn');
}
