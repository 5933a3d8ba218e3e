import { unzipSync } from 'fflate';

/** More than a bundle of any job ever holds, unpacked, bytes: a file that claims more is not opened. */
const MOST_BYTES = 2_000_000_000;
const MOST_FILES = 20_000;

/** The files by their paths; undefined where it is no ZIP, or one that is broken. */
export function unpackBundle(zip: Uint8Array): Map<string, Uint8Array> | undefined {
  try {
    let [bytes, n] = [0, 0];
    const files = unzipSync(zip, {
      filter: ({ originalSize }) => {
        bytes += originalSize;
        n++;
        if (bytes > MOST_BYTES || n > MOST_FILES) throw new Error('larger than any bundle');
        return true;
      },
    });
    return new Map(Object.entries(files).filter(([path]) => !path.endsWith('/')));
  } catch {
    return undefined;
  }
}

/** Pictures of a bundle by the ids of their photos. */
export function picturesIn(files: ReadonlyMap<string, Uint8Array>): Map<string, Uint8Array> {
  const named = /^photos\/([0-9a-f-]{36})\.jpg$/;
  return new Map([...files].flatMap(([path, bytes]) => (named.test(path) ? [[named.exec(path)![1]!, bytes] as const] : [])));
}
