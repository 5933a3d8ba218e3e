import { hashOf } from '../site-log/index.js';

/** What a server says of a bundle's list of files: that it was shown to it, by whom and when. */
export interface SealedList {
  jobId: string;
  manifestSha256: string;
  /** by the server's clock, ISO 8601 */ at: string;
  by: string;
}

export interface BundleSeal extends SealedList {
  /** fingerprint of the server's key, and the key: SPKI in base64 */ keyId: string;
  publicKey: string;
  /** Ed25519 over `sealHash`, base64url */ signature: string;
}

/** What the signature of a seal covers: SHA-256 of its canonical JSON, with a name of its own so that no other signature passes for one. */
export const sealHash = ({ jobId, manifestSha256, at, by }: SealedList): string =>
  hashOf({ what: 'caulkhorn-bundle-seal', jobId, manifestSha256, at, by });
