import { Sha256 } from './constraints.js';

/** A bundle's list of files, to be sealed by the server. */
export class SealBundleDto {
  @Sha256() manifestSha256!: string;
}
