import { type Issue, issue } from '@caulkhorn/core/issues';

/** Nothing of ours nests deeper than a dozen; what does would overflow whoever walks it. */
const DEEPEST = 32;
const [QUOTE, BACKSLASH, OPEN_BRACE, CLOSE_BRACE, OPEN_BRACKET, CLOSE_BRACKET] = [0x22, 0x5c, 0x7b, 0x7d, 0x5b, 0x5d];

/** Whether the bytes of a JSON body nest too deep, told before they are parsed. Whether they are JSON at all the parser says. */
export function isTooDeep(bytes: Buffer): boolean {
  let depth = 0;
  let isText = false;
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i]!;
    if (byte === QUOTE) isText = !isText;
    else if (isText) {
      if (byte === BACKSLASH) i++;
    } else if (byte === OPEN_BRACE || byte === OPEN_BRACKET) {
      if (++depth > DEEPEST) return true;
    } else if (byte === CLOSE_BRACE || byte === CLOSE_BRACKET) depth--;
  }
  return false;
}

/** NUL, and half of a surrogate pair: neither the database nor a screen can carry them. */
const UNFIT = /[\u0000\p{Cs}]/u;

/** The first text or name in a parsed body that cannot be kept as it is. Undefined where there is none. */
export function findUnfit(value: unknown, path = ''): Issue | undefined {
  if (typeof value === 'string') return UNFIT.test(value) ? issue('not-in-this-form', path) : undefined;
  if (typeof value !== 'object' || value === null) return undefined;
  if (Array.isArray(value)) return firstOf(value, (each, i) => findUnfit(each, `${path}[${i}]`));
  return firstOf(Object.entries(value), ([name, each]) => {
    if (UNFIT.test(name)) return issue('unknown-field', path);
    return findUnfit(each, path === '' ? name : `${path}.${name}`);
  });
}

function firstOf<T>(list: readonly T[], look: (each: T, index: number) => Issue | undefined): Issue | undefined {
  for (const [i, each] of list.entries()) {
    const found = look(each, i);
    if (found) return found;
  }
  return undefined;
}
