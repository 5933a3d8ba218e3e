import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex } from '@noble/hashes/utils';

export const BUNDLE_FORMAT = 'caulkhorn-bundle';
export const BUNDLE_VERSION = 1;
export const MANIFEST = 'manifest.json';
/** What a server says of the list; it is not in it. */
export const SEAL = 'seal.json';

/** What a bundle holds, file by file: whoever has its own SHA-256 can tell that nothing in the bundle was changed. */
export interface Manifest {
  format: typeof BUNDLE_FORMAT;
  version: number;
  /** ISO 8601 */ madeAt: string;
  job: { id: string; name: string };
  files: { path: string; sha256: string; bytes: number }[];
}

export const hexSha256 = (bytes: Uint8Array): string => bytesToHex(sha256(bytes));

export const fileEntry = (path: string, bytes: Uint8Array): Manifest['files'][number] => ({
  path,
  sha256: hexSha256(bytes),
  bytes: bytes.length,
});
