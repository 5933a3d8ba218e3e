import { Secret, TOTP } from 'otpauth';

/** Codes of an authenticator: six digits, 30 s (RFC 6238). */
const totpOf = (secret: string, label = '') => new TOTP({ issuer: 'Caulkhorn', label, secret: Secret.fromBase32(secret) });

export function newSecret(email: string): { secret: string; uri: string } {
  const secret = new Secret({ size: 20 }).base32;
  return { secret, uri: totpOf(secret, email).toString() };
}

/** The time step that a code belongs to, one before or after now allowed; null when it is none, or of a step used before. */
export function stepOfCode(secret: string, code: string, nowMs: number, lastStep: number | null): number | null {
  if (!/^\d{6}$/.test(code)) return null;
  const delta = totpOf(secret).validate({ token: code, timestamp: nowMs, window: 1 });
  if (delta === null) return null;
  const step = Math.floor(nowMs / 30_000) + delta;
  return lastStep !== null && step <= lastStep ? null : step;
}
