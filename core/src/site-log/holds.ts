import type { EntryBody, GlassSignature, LogEntry } from './entry.js';

/** What somebody said at a hold point, or did there after it was refused. */
export interface HoldVerdict {
  verdict: 'released' | 'refused' | 'redone';
  /** ms since 1970 */ at: number;
  personId: string;
  /** of the guest, where one signed on the glass */ personName: string;
  /** why it was refused, or how it was put right */ reason?: string;
  glass?: GlassSignature & { /** on whose device */ witness: string };
}

/** What an entry says of a hold point; undefined where it speaks of something else. */
export function verdictOf({ body, occurredAt, personId, personName }: LogEntry): HoldVerdict | undefined {
  if (body.kind !== 'hold' && body.kind !== 'redone') return undefined;
  const said = { at: Date.parse(occurredAt), personId, personName };
  if (body.kind === 'redone') return { ...said, verdict: 'redone', reason: body.note };
  const { verdict, reason, glass } = body;
  return {
    ...{ ...said, verdict, ...(reason ? { reason } : {}) },
    ...(glass ? { personName: glass.firm ? `${glass.name}, ${glass.firm}` : glass.name, glass: { ...glass, witness: personName } } : {}),
  };
}

/**
 * Whether a held piece of work may start: the last that was said of it lets it go, and nothing was done before it since.
 * @param workedUntilMs when the last of what is to be looked at was finished, ms since 1970; none where nothing is
 */
export function isLetGo(verdicts: readonly Pick<HoldVerdict, 'verdict' | 'at'>[] | undefined, workedUntilMs = -Infinity): boolean {
  const last = verdicts?.at(-1);
  return last?.verdict === 'released' && last.at >= workedUntilMs;
}

/** Whether it was refused and nobody has put it right since. */
export const isRefused = (verdicts: readonly Pick<HoldVerdict, 'verdict'>[] | undefined): boolean =>
  verdicts?.at(-1)?.verdict === 'refused';

/** Somebody who worked on something; whom another one named has no id. */
export interface Doer {
  id?: string;
  name: string;
}

/** Whoever did the work, or put it right, does not look at it himself; a guest on his device is somebody else, unless he has his name. */
export function isOwnLook(
  { glass }: Pick<Extract<EntryBody, { kind: 'hold' }>, 'glass'>,
  by: Required<Doer>,
  doers: readonly Doer[],
): boolean {
  const own = sameName(glass?.name ?? by.name);
  return doers.some(({ id, name }) => (glass || id === undefined ? sameName(name) === own : id === by.id));
}

const sameName = (name: string): string => name.trim().toLowerCase();

/** Whether what will be hidden was photographed once the last work before it was finished; ms since 1970. */
export function isHiddenSeen(photos: readonly { of: string; at: number }[] | undefined, workedUntilMs = -Infinity): boolean {
  return photos?.some(({ of, at }) => of === 'hidden' && at >= workedUntilMs) ?? false;
}
