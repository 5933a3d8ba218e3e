import { webcrypto } from 'node:crypto';
import { FIRST_LINK, type LogLine, sealEntry, sealReceipt } from '@caulkhorn/core/site-log';
import { fingerprint, findBrokenSignature, isDeviceKey, isSignedByDevice, makeServerKey, readServerKey, signReceipt } from './signatures';

const fromHex = (hex: string) => Buffer.from(hex, 'hex');
const url = (hex: string) => fromHex(hex).toString('base64url');

/** RFC 6979, A.2.5: ECDSA on P-256 with SHA-256, the message "sample" (from memory; a wrong digit would not verify). */
const RFC_6979 = {
  key: {
    kty: 'EC',
    crv: 'P-256',
    x: url('60FED4BA255A9D31C961EB74C6356D68C049B8923B61FA6CE669622E60F29FB6'),
    y: url('7903FE1008B8BC99A41AE9E95628BC64F2F1B20C2D7E9F5177A3C294D4462299'),
  } as const,
  signature: url(
    'EFD48B2AACB6A8FD1140DD9CD45E81D69D2C877B56AAF991C34D0EA84EAF3716F7CB1C942D657C41D436C7A1B6E29F65F3E900DBB9AFF4064DC4AB2F843ACDA8',
  ),
};

/** RFC 8032, 7.1, test 2: Ed25519 over the one byte 0x72, the letter r (from memory). */
const RFC_8032 = {
  seed: '4ccd089b28ff96da9db6c346ec114e0f5b8a319f35aba624da8cf6ed4fb8a6fb',
  publicKey: '3d4017c3e843895a92b70aa74d1b7ebc9c982ccf2ec4968cc0cd55f12af4660c',
  signature:
    '92a009a9f0d4cab8720e820b5f642540a2b27b5416503f8fb3762223ebdb69da085ac1e43e15996e458f3613d0f11d8c387b2eaeb4302aeeb00d291612bb0c00',
};

test('a device’s signature is the one of the standard', () => {
  const { key, signature } = RFC_6979;
  expect(isSignedByDevice('sample', signature, key)).toBe(true);
  expect(isSignedByDevice('Sample', signature, key)).toBe(false);
  expect(isSignedByDevice('sample', `${signature.slice(0, -4)}AAAA`, key)).toBe(false);
  expect(isSignedByDevice('sample', '', key)).toBe(false);
});

test('a point off the curve is no key, and signs nothing', () => {
  const off = { ...RFC_6979.key, y: RFC_6979.key.x };
  expect([isDeviceKey(RFC_6979.key), isDeviceKey(off)]).toEqual([true, false]);
  expect(isSignedByDevice('sample', RFC_6979.signature, off)).toBe(false);
});

test('a server signs as the standard does', () => {
  const privateKey = Buffer.concat([fromHex('302e020100300506032b657004220420'), fromHex(RFC_8032.seed)]).toString('base64');
  const publicKey = Buffer.concat([fromHex('302a300506032b6570032100'), fromHex(RFC_8032.publicKey)]).toString('base64');
  const key = readServerKey({ id: 'k', publicKey, privateKey });
  const receipt = { entryId: 'e', receiptSeq: 1, receivedAt: '2026-05-20T10:00:00Z', prevReceiptHash: FIRST_LINK, receiptHash: 'r' };
  expect(signReceipt(receipt, key)).toEqual({ ...receipt, keyId: 'k', signature: url(RFC_8032.signature) });
});

test('a key is called by what its public half hashes to, and no two are alike', () => {
  const [a, b] = [makeServerKey(), makeServerKey()];
  expect(a.id).toBe(fingerprint(Buffer.from(a.publicKey, 'base64')));
  expect(a.id).toMatch(/^[0-9a-f]{32}$/);
  expect(a.id).not.toBe(b.id);
});

describe('a file’s log', () => {
  const server = readServerKey(makeServerKey());
  let lines: LogLine[];
  let devices: Parameters<typeof findBrokenSignature>[1]['devices'];
  const servers = [{ id: server.id, publicKey: server.publicKey }];

  beforeAll(async () => {
    const pair = await webcrypto.subtle.generateKey({ name: 'ECDSA', namedCurve: 'P-256' }, true, ['sign', 'verify']);
    const { kty, crv, x, y } = await webcrypto.subtle.exportKey('jwk', pair.publicKey);
    devices = [{ id: 'd', personId: 'p', publicKey: { kty, crv, x, y } as typeof RFC_6979.key }];
    const body = { kind: 'note', note: 'wet behind the pump' } as const;
    const at = '2026-05-20T10:00:00Z';
    const who = { jobId: 'j', deviceId: 'd', personId: 'p', personName: 'P', occurredAt: at, writtenAt: at };
    const entry = sealEntry({ id: 'e', ...who, deviceSeq: 1, prevHash: FIRST_LINK, body });
    const made = await webcrypto.subtle.sign({ name: 'ECDSA', hash: 'SHA-256' }, pair.privateKey, Buffer.from(entry.hash));
    const signed = { ...entry, signature: Buffer.from(made).toString('base64url') };
    lines = [
      { entry: signed, receipt: signReceipt(sealReceipt(signed, { receiptSeq: 1, receivedAt: at, prevReceiptHash: FIRST_LINK }), server) },
    ];
  });

  test('as browsers and servers sign it stands up', () => expect(findBrokenSignature(lines, { devices, servers })).toBeNull());

  test('does not without the keys it was signed by', () => {
    expect(findBrokenSignature(lines, { devices: [], servers })).toEqual({ code: 'key-missing', index: 0 });
    expect(findBrokenSignature(lines, { devices, servers: [] })).toEqual({ code: 'key-missing', index: 0 });
    const renamed = [{ ...servers[0]!, publicKey: makeServerKey().publicKey }];
    expect(findBrokenSignature(lines, { devices, servers: renamed })).toEqual({ code: 'key-missing', index: 0 });
  });

  test('nor where a hash was exchanged, or a signature taken away from its key’s name', () => {
    const [{ entry, receipt }] = lines as [LogLine];
    const broken = { code: 'signature-does-not-match', index: 0 };
    expect(findBrokenSignature([{ entry: { ...entry, hash: 'f'.repeat(64) }, receipt }], { devices, servers })).toEqual(broken);
    expect(findBrokenSignature([{ entry, receipt: { ...receipt, receiptHash: 'f'.repeat(64) } }], { devices, servers })).toEqual(broken);
    expect(findBrokenSignature([{ entry, receipt: { ...receipt, signature: undefined } }], { devices, servers })).toEqual(broken);
    const bare = [{ entry: { ...entry, signature: null }, receipt: { ...receipt, signature: undefined, keyId: undefined } }];
    expect(findBrokenSignature(bare, { devices: [], servers: [] })).toBeNull();
  });
});
