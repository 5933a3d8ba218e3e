import { type BundleSeal, sealHash } from '@caulkhorn/core/proof';
import type { LogCheck } from './check-log';
import { fingerprintOfKey, isSignedByServer } from './server-signature';

/** What a bundle's seal shows: whose server saw the list, when and from whom. */
export type SealCheck =
  | { kind: 'none' }
  /** this browser cannot check it */
  | { kind: 'not-checked' | 'broken' }
  /** `foreign`: by a key that received nothing of the bundle's log; anybody can make one */
  | { kind: 'holds' | 'foreign'; keyId: string; at: string; by: string };

/** Checks the seal of a bundle, as text, against the fingerprint of its list and its job. */
export async function checkSeal(text: string | undefined, manifestSha256: string, jobId: string): Promise<SealCheck> {
  if (text === undefined) return { kind: 'none' };
  try {
    const seal = JSON.parse(text) as BundleSeal;
    const { keyId, publicKey, signature, at, by } = seal;
    if (seal.manifestSha256 !== manifestSha256 || seal.jobId !== jobId || (await fingerprintOfKey(publicKey)) !== keyId)
      return { kind: 'broken' };
    const isSigned = await isSignedByServer(sealHash(seal), signature, publicKey);
    return isSigned === undefined ? { kind: 'not-checked' } : isSigned ? { kind: 'holds', keyId, at, by } : { kind: 'broken' };
  } catch {
    // no JSON, no key, no figures where there should be some
    return { kind: 'broken' };
  }
}

/** A seal stands only by a server that is known from the log: its key has signed receipts there. */
export const knownFrom = (seal: SealCheck, log: LogCheck): SealCheck =>
  seal.kind === 'holds' && !(log.kind === 'holds' && log.receivedBy.has(seal.keyId)) ? { ...seal, kind: 'foreign' } : seal;
