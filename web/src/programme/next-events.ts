import type { PlacedTask, Programme } from '@caulkhorn/core/programme';

/** What comes next on one face. */
export interface NextEvent {
  task: PlacedTask;
  kind:
    /** it cannot keep its window as planned */ 'missed' | 'running' | /** it has hours between which it must start */ 'window' | 'start';
}

/** The next thing of each face within a span: what goes wrong first, then what is on, then by when it begins. */
export function nextEvents({ tasks, conflicts }: Programme, nowMs: number, spanMs: number): NextEvent[] {
  const missed = new Set(conflicts.filter(({ code }) => code === 'window-missed').map(({ taskId }) => taskId));
  const ahead = tasks.filter(({ state, startMs }) => state === 'running' || (state === 'planned' && startMs < nowMs + spanMs));
  const events = ahead.map((task): NextEvent => ({ task, kind: kindOf(task, missed) }));
  events.sort((a, b) => RANK[a.kind] - RANK[b.kind] || begins(a) - begins(b));
  const faces = new Set<string>();
  return events.filter(({ task: { chain } }) => !faces.has(chain) && faces.add(chain));
}

const RANK: Readonly<Record<NextEvent['kind'], number>> = { missed: 0, running: 1, window: 2, start: 2 };

function kindOf({ id, state, window }: PlacedTask, missed: ReadonlySet<string>): NextEvent['kind'] {
  if (missed.has(id)) return 'missed';
  if (state === 'running') return 'running';
  return window?.closesMs != null ? 'window' : 'start';
}

const begins = ({ task, kind }: NextEvent) => (kind === 'window' ? task.window!.opensMs : task.startMs);
