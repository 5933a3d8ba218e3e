import { del, get, set } from 'idb-keyval';
import { ApiError, api } from '../shared/api';

/** Files of photos that wait on this device for their way to the server. */
const key = (photoId: string) => `photo-file ${photoId}`;

/** Throws where the device has no room for it. */
export function keepPhotoFile(photoId: string, file: Blob): Promise<void> {
  return set(key(photoId), file);
}

export function photoFile(photoId: string): Promise<Blob | undefined> {
  return get<Blob>(key(photoId));
}

export function dropPhotoFile(photoId: string): Promise<void> {
  return del(key(photoId));
}

/** Hands the file over, if it is still here; the server takes it once, however often it is sent. */
export async function sendPhotoFile(jobPath: string, photoId: string): Promise<void> {
  const file = await photoFile(photoId);
  if (!file) return;
  const { storedSha256 } = await api.putFile<{ storedSha256: string }>(`${jobPath}/photos/${photoId}/file`, file);
  if (!/^[0-9a-f]{64}$/.test(storedSha256)) throw new ApiError(0, 'not-our-answer');
  await dropPhotoFile(photoId);
}
