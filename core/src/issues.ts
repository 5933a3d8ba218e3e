/** A machine-readable finding. `path` points into the checked value (`payload.widthMm`); wording belongs to the web layer. */
export interface Issue {
  readonly code: string;
  readonly path: string;
  readonly values?: Readonly<Record<string, string | number | boolean | null>>;
}

/**
 * An expected outcome: a value, or the reasons why there is none. Faults are thrown instead. What only looks a thing over
 * (`check…`, `…Gaps`) answers with its findings, none when all is well; whatever makes or reads a thing answers with a `Result`.
 */
export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly issues: readonly Issue[] };

export function accept<T>(value: T): Result<T> {
  return { ok: true, value };
}

export function refuse(...issues: Issue[]): { readonly ok: false; readonly issues: readonly Issue[] } {
  return { ok: false, issues };
}

export function issue(code: string, path: string, values?: Issue['values']): Issue {
  return values ? { code, path, values } : { code, path };
}

/** Issues keyed by path: the shape in which routes and the command line report them. */
export function issuesByPath(issues: readonly Issue[]): Record<string, Omit<Issue, 'path'>[]> {
  // a map, because a path is whatever a sender called a field: `toString` and `__proto__` are names like others
  const byPath = new Map<string, Omit<Issue, 'path'>[]>();
  for (const { path, ...rest } of issues) byPath.set(path, [...(byPath.get(path) ?? []), rest]);
  return Object.fromEntries(byPath);
}
