import { type BundleSeal, sealHash } from '@caulkhorn/core/proof';
import { unzipSync, zipSync } from 'fflate';
import { checkBundle } from './check-bundle';
import { checkSeal, knownFrom } from './check-seal';
import { makeBundle } from './make-bundle';
import { MANIFEST, SEAL } from './manifest';

const MANIFEST_SHA = 'a'.repeat(64);

/** As a server seals. */
async function seal(manifestSha256: string, part: Partial<BundleSeal> = {}): Promise<BundleSeal> {
  const pair = (await crypto.subtle.generateKey({ name: 'Ed25519' }, true, ['sign', 'verify'])) as CryptoKeyPair;
  const spki = Buffer.from(await crypto.subtle.exportKey('spki', pair.publicKey));
  const keyId = Buffer.from(await crypto.subtle.digest('SHA-256', spki))
    .toString('hex')
    .slice(0, 32);
  const list = { jobId: 'j', manifestSha256, at: '2026-09-01T08:00:00.000Z', by: 'Ines Alder' };
  const signature = Buffer.from(await crypto.subtle.sign({ name: 'Ed25519' }, pair.privateKey, Buffer.from(sealHash(list))));
  return { ...list, keyId, publicKey: spki.toString('base64'), signature: signature.toString('base64url'), ...part };
}
const kindOf = async (given: object, jobId = 'j') => (await checkSeal(JSON.stringify(given), MANIFEST_SHA, jobId)).kind;

test('a seal says whose server saw the list, from whom and when', async () => {
  const given = await seal(MANIFEST_SHA);
  const { keyId, at, by } = given;
  expect(await checkSeal(JSON.stringify(given), MANIFEST_SHA, 'j')).toEqual({ kind: 'holds', keyId, at, by });
});

test('of another list, another job, another time or another key it is broken', async () => {
  const given = await seal(MANIFEST_SHA);
  const other = await seal(MANIFEST_SHA);
  expect(await kindOf(await seal('b'.repeat(64)))).toBe('broken');
  expect(await kindOf(given, 'another')).toBe('broken');
  expect(await kindOf({ ...given, at: '2026-09-02T08:00:00.000Z' })).toBe('broken');
  expect(await kindOf({ ...given, by: 'Somebody else' })).toBe('broken');
  expect(await kindOf({ ...given, publicKey: other.publicKey })).toBe('broken');
  expect(await kindOf({ ...given, publicKey: other.publicKey, keyId: other.keyId })).toBe('broken');
  expect(await kindOf({ ...given, signature: 'not base64 !' })).toBe('broken');
  expect(await kindOf([])).toBe('broken');
  expect((await checkSeal('{', MANIFEST_SHA, 'j')).kind).toBe('broken');
});

const job = {
  format: 'caulkhorn-job',
  job: { name: 'Weir house' },
  photos: [],
  planRevisions: [],
  log: [],
  keys: { devices: [], servers: [] },
};
const made = (sealing?: (sha256: string) => Promise<string | null>) =>
  makeBundle({
    ...{ job: { id: 'j', name: 'Weir house' }, madeAt: '2026-09-01T08:00:00Z', signal: new AbortController().signal },
    parts: [{ path: 'job.json', read: () => Promise.resolve(JSON.stringify(job)) }],
    ...{ onProgress: () => undefined, ...(sealing ? { seal: sealing } : {}) },
  });

test('whoever changes a file and the list with it breaks the seal', async () => {
  const bundle = await made(async (sha256) => JSON.stringify(await seal(sha256)));
  const zip = new Uint8Array(await bundle.file.arrayBuffer());
  expect(bundle.isSealed).toBe(true);
  expect(await checkBundle(zip)).toMatchObject({ isWhole: true, seal: { kind: 'foreign', by: 'Ines Alder' } });
  const files = { ...unzipSync(zip) };
  files[MANIFEST] = new TextEncoder().encode(new TextDecoder().decode(files[MANIFEST]).replace('2026-09-01T08', '2026-09-01T09'));
  expect(await checkBundle(zipSync(files))).toMatchObject({ isWhole: false, seal: { kind: 'broken' } });
  delete files[SEAL];
  // without one it is for the reader to compare
  expect(await checkBundle(zipSync(files))).toMatchObject({ isWhole: true, seal: { kind: 'none' } });
});

test('a server that does not answer leaves it unsealed, and it is made all the same', async () => {
  const { file, isSealed } = await made(() => Promise.resolve(null));
  expect(isSealed).toBe(false);
  expect(await checkBundle(new Uint8Array(await file.arrayBuffer()))).toMatchObject({ isWhole: true, seal: { kind: 'none' } });
});

test('a key that anybody made is not taken for the server of the log', async () => {
  const given = await seal(MANIFEST_SHA);
  const found = await checkSeal(JSON.stringify(given), MANIFEST_SHA, 'j');
  const log = (keyId?: string) =>
    ({ kind: 'holds', receivedBy: new Map(keyId === undefined ? [] : [[keyId, [1]]]) }) as unknown as Parameters<typeof knownFrom>[1];
  expect(knownFrom(found, log(given.keyId)).kind).toBe('holds');
  expect(knownFrom(found, log('another server')).kind).toBe('foreign');
  expect(knownFrom(found, log()).kind).toBe('foreign');
  expect(knownFrom(found, { kind: 'broken', code: 'entry-altered', entry: 1 }).kind).toBe('foreign');
  expect(knownFrom({ kind: 'broken' }, log(given.keyId)).kind).toBe('broken');
});
