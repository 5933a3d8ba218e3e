import type * as Reader from 'zxing-wasm/reader';
import wasm from 'zxing-wasm/reader/zxing_reader.wasm?url';

let reader: Promise<typeof Reader> | undefined;

/** What codes a picture shows, a photo or what a camera sees just now, QR and bars alike, as they are written for people; none where it shows none that can be read. */
export async function codesIn(picture: Blob | ImageData): Promise<string[]> {
  reader ??= import('zxing-wasm/reader').then((module) => {
    // from this app's own files: nothing is fetched from anywhere else
    module.prepareZXingModule({ overrides: { locateFile: () => wasm } });
    return module;
  });
  const found = await (await reader).readBarcodes(picture, { tryHarder: true, tryRotate: true, maxNumberOfSymbols: 8, textMode: 'HRI' });
  return found.filter(({ isValid }) => isValid).map(({ text }) => text);
}
