import { createHash, randomBytes, randomInt } from 'node:crypto';
import { CODE_DIGITS } from '@caulkhorn/contract';

/** What a one-time link carries. The database holds its fingerprint alone: who reads the database opens nothing with it. */
export const newToken = (): string => randomBytes(24).toString('base64url');

export const fingerprintOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** What is told by another way than the link it goes with. */
export const newCode = (): string => String(randomInt(10 ** CODE_DIGITS)).padStart(CODE_DIGITS, '0');

/** A code is short: bound to its token, which the database does not hold, it cannot be found by trying there. */
export const codeFingerprintOf = (token: string, code: string): string => fingerprintOf(`${token}:${code}`);
