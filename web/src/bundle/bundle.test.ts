import { unzipSync, zipSync } from 'fflate';
import { type Part, makeBundle } from './make-bundle';
import { checkBundle } from './check-bundle';
import { MANIFEST } from './manifest';

const PHOTO = '1f0a0000-0000-4000-8000-000000000001';
const job = {
  ...{ format: 'caulkhorn-job', job: { name: 'Weir house' }, photos: [{ id: PHOTO, originalSha256: 'a'.repeat(64) }] },
  ...{ planRevisions: [], log: [], keys: { devices: [], servers: [] } },
};
const picture = Uint8Array.from({ length: 3000 }, (_, i) => (i * 37) % 251);
const part = (path: string, content: Uint8Array | string | null): Part => ({ path, read: () => Promise.resolve(content) });
const PARTS = [part('job.json', JSON.stringify(job)), part('tables/log.csv', 'receipt,kind\r\n'), part(`photos/${PHOTO}.jpg`, picture)];

async function made(parts: readonly Part[] = PARTS) {
  const told: string[] = [];
  const bundle = await makeBundle({
    ...{ job: { id: 'j', name: 'Weir house' }, madeAt: '2026-09-01T08:00:00Z', parts, signal: new AbortController().signal },
    onProgress: (done, of) => told.push(`${done}/${of}`),
  });
  return { ...bundle, told, zip: new Uint8Array(await bundle.file.arrayBuffer()) };
}
const checked = async (zip: Uint8Array) => {
  const check = await checkBundle(zip);
  return check.kind === 'checked' ? check : undefined;
};
/** The same files packed again, some of them otherwise. */
const changed = (zip: Uint8Array, change: (files: Record<string, Uint8Array>) => void) => {
  const files = { ...unzipSync(zip) };
  change(files);
  return zipSync(files);
};

test('what was packed is whole, and its list has the fingerprint that was told', async () => {
  const { zip, manifestSha256, told, missing } = await made();
  expect(await checked(zip)).toMatchObject({
    isWhole: true,
    job: 'Weir house',
    manifestSha256,
    photosMissing: 0,
    log: { kind: 'holds', entries: 0 },
  });
  expect([told.at(0), told.at(-1), missing]).toEqual(['0/3', '3/3', []]);
});

test('one byte changed in any file is named by that file', async () => {
  const { zip } = await made();
  for (const path of ['job.json', 'tables/log.csv', `photos/${PHOTO}.jpg`]) {
    const other = changed(zip, (files) => {
      const bytes = Uint8Array.from(files[path]!);
      bytes[bytes.length - 1]! ^= 1;
      files[path] = bytes;
    });
    const check = await checked(other);
    expect(check!.isWhole).toBe(false);
    expect(check!.files[0]).toEqual({ path, state: 'altered' });
    expect(check!.files.filter(({ state }) => state !== 'whole')).toHaveLength(1);
  }
});

test('a file taken out, one put in, and a list that was changed with them are seen', async () => {
  const { zip, manifestSha256 } = await made();
  const without = await checked(changed(zip, (files) => void delete files[`photos/${PHOTO}.jpg`]));
  expect(without).toMatchObject({ isWhole: false, photosMissing: 1, files: [{ path: `photos/${PHOTO}.jpg`, state: 'missing' }, {}, {}] });
  const added = await checked(changed(zip, (files) => void (files['photos/other.jpg'] = picture)));
  expect(added!.files[0]).toEqual({ path: 'photos/other.jpg', state: 'added' });
  const list = await checked(
    changed(zip, (files) => {
      const manifest = JSON.parse(new TextDecoder().decode(files[MANIFEST])) as { files: { path: string }[] };
      manifest.files = manifest.files.filter(({ path }) => !path.startsWith('photos/'));
      files[MANIFEST] = new TextEncoder().encode(JSON.stringify(manifest));
      delete files[`photos/${PHOTO}.jpg`];
    }),
  );
  // whoever changes the list too changes its fingerprint
  expect(list!.manifestSha256).not.toBe(manifestSha256);
});

test('a picture that nobody has is told, and left out', async () => {
  const { zip, missing } = await made([...PARTS.slice(0, 2), part(`photos/${PHOTO}.jpg`, null)]);
  expect(missing).toEqual([`photos/${PHOTO}.jpg`]);
  expect(await checked(zip)).toMatchObject({ isWhole: true, photosMissing: 1 });
});

test('it stops when it is told to', async () => {
  const controller = new AbortController();
  const parts = [part('job.json', '{}'), { path: 'slow', read: () => (controller.abort(), Promise.resolve('x')) }, part('never', 'x')];
  const making = makeBundle({
    job: { id: 'j', name: 'n' },
    madeAt: '2026-09-01T08:00:00Z',
    parts,
    signal: controller.signal,
    onProgress: () => undefined,
  });
  await expect(making).rejects.toThrow(/abort/i);
});

test.each([
  ['nothing', new Uint8Array()],
  ['no ZIP', new TextEncoder().encode('Caulkhorn')],
  ['a ZIP of something else', zipSync({ 'a.txt': new TextEncoder().encode('a') })],
  ['a list of something else', zipSync({ [MANIFEST]: new TextEncoder().encode('{"format":"x","files":[]}') })],
])('%s is no bundle', async (_, bytes) => expect(await checkBundle(bytes)).toEqual({ kind: 'no-bundle' }));

test('cut off in the middle it is no bundle', async () => {
  const { zip } = await made();
  expect(await checkBundle(zip.slice(0, zip.length - 200))).toEqual({ kind: 'no-bundle' });
});
