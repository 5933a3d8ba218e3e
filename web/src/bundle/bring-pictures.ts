import { ApiError, api } from '../shared/api';

export interface BringPictures {
  /** of the job with the server */ path: string;
  pictures: ReadonlyMap<string, Uint8Array>;
  signal: AbortSignal;
  onProgress(done: number, of: number): void;
}

/**
 * Hands a bundle's pictures to the server, one after the other. Ids of those that it refused. Throws `AbortError` where it was
 * stopped and `ApiError` where nobody answers: begun anew it does only what is left.
 */
export async function bringPictures({ path, pictures, signal, onProgress }: BringPictures): Promise<string[]> {
  const refused: string[] = [];
  let done = 0;
  for (const [id, bytes] of pictures) {
    signal.throwIfAborted();
    onProgress(done++, pictures.size);
    try {
      await api.putFile(`${path}/brought-photos/${id}`, new Blob([new Uint8Array(bytes)]));
    } catch (fault) {
      if (!(fault instanceof ApiError) || (fault.status !== 400 && fault.status !== 404)) throw fault;
      refused.push(id);
    }
  }
  onProgress(pictures.size, pictures.size);
  return refused;
}
