import { type Result, accept, issue, refuse } from '@caulkhorn/core/issues';
import type { Photo } from '@caulkhorn/core/jobs';
import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex } from '@noble/hashes/utils';
import { v4 } from 'uuid';
import type { Room } from '../shared/device-storage';

const KINDS = new Set(['image/jpeg', 'image/png', 'image/webp']);
/** As much as the server takes. */
const MOST_BYTES = 15 * 1024 * 1024;
/** Beside the photo itself there must be room for what is typed until it is sent. */
const SPARE_BYTES = 5_000_000;

/**
 * A photo from a file of the camera. Refuses what is no JPEG, PNG or WebP or cannot be drawn (`not-a-picture`), is over 15 MB
 * (`photo-too-large`), or has no room on the device (`no-room`): told while the thing can still be photographed again.
 */
export async function readPhoto(
  file: File,
  of: Pick<Photo, 'faceId' | 'featureId'>,
  context: { now: string; room: Room | undefined; draw(file: Blob): Promise<unknown> },
): Promise<Result<Photo>> {
  if (file.size > MOST_BYTES) return refuse(issue('photo-too-large', 'file', { max: MOST_BYTES / 1024 / 1024 }));
  if (context.room && context.room.leftBytes < file.size + SPARE_BYTES)
    return refuse(issue('no-room', 'file', { leftMB: Math.floor(context.room.leftBytes / 1e6) }));
  const isDrawn =
    KINDS.has(file.type) &&
    (await context.draw(file).then(
      () => true,
      () => false,
    ));
  if (!isDrawn) return refuse(issue('not-a-picture', 'file'));
  const bytes = new Uint8Array(await file.arrayBuffer());
  return accept({ id: v4(), ...of, at: context.now, originalSha256: bytesToHex(sha256(bytes)) });
}
