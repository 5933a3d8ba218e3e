import { t } from '../messages/t';
import type { SealCheck } from './check-seal';

/** What the seal of a bundle shows, in words; its time as the server wrote it, whatever the reader's zone. */
export function sealText(seal: SealCheck): string {
  if (seal.kind !== 'holds' && seal.kind !== 'foreign') return t(`bundle.seal-${seal.kind}`);
  return t(`bundle.seal-${seal.kind}`, { by: seal.by, at: `${seal.at.slice(0, 16).replace('T', ' ')} UTC`, server: seal.keyId });
}
