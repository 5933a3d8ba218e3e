import { createHash, randomBytes } from 'node:crypto';

/** What a one-time link carries. The database holds its fingerprint alone: who reads the database opens nothing with it. */
export const newToken = (): string => randomBytes(24).toString('base64url');

export const fingerprintOf = (token: string): string => createHash('sha256').update(token).digest('hex');
