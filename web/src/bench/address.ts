/** The address after # holds the input, so that a link is the whole calculation and never leaves the device by itself. */
export function toHash(input: object): string {
  return Object.keys(input).length === 0 ? '' : `#in=${encodeURIComponent(JSON.stringify(input, withoutNonsense))}`;
}

/** A half-typed number has no place in a link. */
function withoutNonsense(_: string, value: unknown): unknown {
  return typeof value === 'number' && !Number.isFinite(value) ? undefined : value;
}

/** The input of a link; undefined when there is none, null when it cannot be read. */
export function fromHash(hash: string): Record<string, unknown> | null | undefined {
  const text = /^#in=(.*)$/s.exec(hash)?.[1];
  if (text === undefined) return undefined;
  try {
    const value: unknown = JSON.parse(decodeURIComponent(text));
    return typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Record<string, unknown>) : null;
  } catch {
    return null;
  }
}
