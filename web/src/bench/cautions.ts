import { has, tOf } from '../messages/t';

/** A caution where the step that a calculation prepares can hurt someone. */
export function cautionFor(id: string): string | undefined {
  const key = `bench.caution.${id}`;
  return has(key) ? tOf(key) : undefined;
}
