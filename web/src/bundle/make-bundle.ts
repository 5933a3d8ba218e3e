import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { BUNDLE_FORMAT, BUNDLE_VERSION, MANIFEST, type Manifest, SEAL, fileEntry } from './manifest';

/** A file of a bundle: at hand, or fetched when its turn comes; null where nobody has it. */
export interface Part {
  path: string;
  /** @param onShare how far it is, 0 to 1, where it takes long */
  read(signal: AbortSignal, onShare: (share: number) => void): Promise<Uint8Array | string | null>;
}

export interface BundleOf {
  job: { id: string; name: string };
  madeAt: string;
  parts: readonly Part[];
  signal: AbortSignal;
  /** what the server says of the list of files, as text; null where it does not answer */ seal?(
    manifestSha256: string,
  ): Promise<string | null>;
  /** so many of how many files are in it, the one at hand by its share */ onProgress(done: number, of: number): void;
}

export interface MadeBundle {
  file: Blob;
  /** of its list of files: what is told at handover, so that nobody can change the list */ manifestSha256: string;
  /** paths of what nobody had */ missing: string[];
  /** a server has signed for the list */ isSealed: boolean;
}

/** Pictures are packed as they are: they do not get smaller. */
const PACKED = /\.(jpe?g|png|webp|pdf)$/;

/** Packs a bundle file by file, one in memory at a time besides what is packed already. Throws `AbortError` where it was cancelled. */
export async function makeBundle({ job, madeAt, parts, signal, seal, onProgress }: BundleOf): Promise<MadeBundle> {
  const chunks: BlobPart[] = [];
  let fault: Error | undefined;
  const zip = new Zip((error, chunk) => {
    if (error) fault = error;
    else chunks.push(new Uint8Array(chunk));
  });
  const add = (path: string, bytes: Uint8Array) => {
    const file = PACKED.test(path) ? new ZipPassThrough(path) : new ZipDeflate(path, { level: 6 });
    file.mtime = Date.parse(madeAt);
    zip.add(file);
    file.push(bytes, true);
  };
  const files: Manifest['files'] = [];
  const missing: string[] = [];
  for (const [i, part] of parts.entries()) {
    signal.throwIfAborted();
    onProgress(i, parts.length);
    const content = await part.read(signal, (share) => onProgress(i + share, parts.length));
    if (content === null) {
      missing.push(part.path);
      continue;
    }
    const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
    add(part.path, bytes);
    files.push(fileEntry(part.path, bytes));
  }
  signal.throwIfAborted();
  const manifest: Manifest = { format: BUNDLE_FORMAT, version: BUNDLE_VERSION, madeAt, job, files };
  const bytes = new TextEncoder().encode(JSON.stringify(manifest, null, 1));
  add(MANIFEST, bytes);
  const manifestSha256 = fileEntry(MANIFEST, bytes).sha256;
  const sealed = (await seal?.(manifestSha256)) ?? null;
  if (sealed !== null) add(SEAL, new TextEncoder().encode(sealed));
  signal.throwIfAborted();
  zip.end();
  if (fault) throw fault;
  onProgress(parts.length, parts.length);
  return { file: new Blob(chunks, { type: 'application/zip' }), manifestSha256, missing, isSealed: sealed !== null };
}
