import { createHash, randomBytes, randomInt } from 'node:crypto';
import { CODE_DIGITS } from '@caulkhorn/contract';

/** What a one-time link carries. The database holds its fingerprint alone: who reads the database opens nothing with it. */
export const newToken = (): string => randomBytes(24).toString('base64url');

export const fingerprintOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** What is told by another way than the link it goes with. */
export const newCode = (): string => String(randomInt(10 ** CODE_DIGITS)).padStart(CODE_DIGITS, '0');

/** A code is short: bound to its token, which the database does not hold, it cannot be found by trying there. */
export const codeFingerprintOf = (token: string, code: string): string => fingerprintOf(`${token}:${code}`);

/** Without I, L, O and U, which are misread (Crockford's base 32). */
const LETTERS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

/** Ten letters that can be typed with gloves: 50 bits, good for minutes. */
export const newEnrolmentCode = (): string => Array.from({ length: 10 }, () => LETTERS[randomInt(LETTERS.length)]).join('');
