import { FIRST_LINK, type LogLine, sealEntry, sealReceipt } from '@caulkhorn/core/site-log';
import { checkLog, spansOf } from './check-log';

const base64 = (bytes: ArrayBuffer, alphabet: BufferEncoding = 'base64') => Buffer.from(bytes).toString(alphabet);
const EC = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };

/** A log of two entries as a device and a server really sign one. */
async function signedLog() {
  const device = await crypto.subtle.generateKey(EC, true, ['sign', 'verify']);
  const server = (await crypto.subtle.generateKey({ name: 'Ed25519' }, true, ['sign', 'verify'])) as CryptoKeyPair;
  const spki = await crypto.subtle.exportKey('spki', server.publicKey);
  const keyId = Buffer.from(await crypto.subtle.digest('SHA-256', spki))
    .toString('hex')
    .slice(0, 32);
  const log: LogLine[] = [];
  for (const note of ['one', 'two']) {
    const before = log.at(-1);
    const seq = log.length + 1;
    const occurredAt = `2026-05-18T0${seq}:00:00Z`;
    const entry = sealEntry({
      ...{ id: `e${seq}`, jobId: 'job', deviceId: 'phone', deviceSeq: seq, prevHash: before?.entry.hash ?? FIRST_LINK },
      ...{ personId: 'p', personName: 'Ada', occurredAt, writtenAt: occurredAt, body: { kind: 'note', note } as const },
    });
    const signature = base64(await crypto.subtle.sign(EC, device.privateKey, Buffer.from(entry.hash)), 'base64url');
    const receipt = sealReceipt(entry, {
      receiptSeq: seq,
      receivedAt: occurredAt,
      prevReceiptHash: before?.receipt.receiptHash ?? FIRST_LINK,
    });
    const signed = base64(await crypto.subtle.sign({ name: 'Ed25519' }, server.privateKey, Buffer.from(receipt.receiptHash)), 'base64url');
    log.push({ entry: { ...entry, signature }, receipt: { ...receipt, keyId, signature: signed } });
  }
  const { kty, crv, x, y } = await crypto.subtle.exportKey('jwk', device.publicKey);
  const keys = { devices: [{ id: 'phone', publicKey: { kty, crv, x, y } }], servers: [{ id: keyId, publicKey: base64(spki) }] };
  return { format: 'caulkhorn-job', log, keys };
}
const check = (file: unknown) => checkLog(JSON.stringify(file));

test('a log that nobody touched holds, and says who signed for it', async () => {
  const file = await signedLog();
  expect(await check(file)).toMatchObject({
    kind: 'holds',
    entries: 2,
    byDevice: 2,
    receivedBy: new Map([[file.keys.servers[0]!.id, [1, 2]]]),
    notReceived: [],
    isWhole: true,
  });
});

test('what was altered, signed by another, or has no key is named by its entry', async () => {
  const file = await signedLog();
  const [first, second] = file.log as [LogLine, LogLine];
  const with2 = (line: LogLine) => check({ ...file, log: [first, line] });
  expect(await with2({ ...second, entry: { ...second.entry, personName: 'Bo' } })).toEqual({
    kind: 'broken',
    code: 'entry-altered',
    entry: 2,
  });
  const borrowed = { ...second, entry: { ...second.entry, signature: first.entry.signature } };
  expect(await with2(borrowed)).toEqual({ kind: 'broken', code: 'signature-does-not-match', entry: 2 });
  const unsigned = { ...second, receipt: { ...second.receipt, signature: first.receipt.signature! } };
  expect(await with2(unsigned)).toEqual({ kind: 'broken', code: 'signature-does-not-match', entry: 2 });
  expect(await check({ ...file, keys: { ...file.keys, devices: [] } })).toEqual({ kind: 'broken', code: 'key-missing', entry: 1 });
  const swapped = { ...file, keys: { ...file.keys, servers: [{ ...file.keys.servers[0]!, id: 'f'.repeat(32) }] } };
  expect(await check(swapped)).toEqual({ kind: 'broken', code: 'key-missing', entry: 1 });
});

test('anything else is no exported job', async () => {
  for (const text of ['', '[]', '{}', '{"format":"caulkhorn-job","log":[{}]}']) expect(await checkLog(text)).toEqual({ kind: 'no-job' });
});

test('numbers in a row are a span', () => expect(spansOf([1, 2, 3, 5, 7, 8])).toBe('1–3, 5, 7–8'));
