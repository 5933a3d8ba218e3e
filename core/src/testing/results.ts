import type { Issue, Result } from '../issues';

/** The value of a result that must not be a refusal. */
export function accepted<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(`refused: ${JSON.stringify(result.issues)}`);
  return result.value;
}

/** "code at path" of each issue of a result that must be a refusal. */
export function refusals(result: Result<unknown>): string[] {
  if (result.ok) throw new Error(`accepted: ${JSON.stringify(result.value)}`);
  return result.issues.map(({ code, path }: Issue) => `${code} at ${path}`);
}
