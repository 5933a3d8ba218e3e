import { type KeyObject, createHash, createPrivateKey, createPublicKey, generateKeyPairSync, sign, verify } from 'node:crypto';
import type { LogKeysDto } from '@caulkhorn/contract';
import { type BundleSeal, type SealedList, sealHash } from '@caulkhorn/core/proof';
import type { LogLine, Receipt } from '@caulkhorn/core/site-log';

type DeviceKey = NonNullable<LogKeysDto['devices'][number]['publicKey']>;

/** Whether a device's key signed this hash (ECDSA on P-256 over SHA-256, as Web Crypto signs). */
export function isSignedByDevice(hash: string, signature: string, { kty, crv, x, y }: DeviceKey): boolean {
  try {
    const key = createPublicKey({ key: { kty, crv, x, y }, format: 'jwk' });
    return verify('sha256', Buffer.from(hash), { key, dsaEncoding: 'ieee-p1363' }, Buffer.from(signature, 'base64url'));
  } catch {
    // no point on the curve, or no signature at all
    return false;
  }
}

/** Whether a point is on the curve: anything else is no key. */
export function isDeviceKey({ kty, crv, x, y }: DeviceKey): boolean {
  try {
    return createPublicKey({ key: { kty, crv, x, y }, format: 'jwk' }).asymmetricKeyType === 'ec';
  } catch {
    return false;
  }
}

/** A server's own key pair (Ed25519), which signs what it has received. */
export interface ServerKey {
  /** fingerprint of the public key */ id: string;
  /** SPKI, base64 */ publicKey: string;
  privateKey: KeyObject;
}

const DER = { type: 'spki', format: 'der' } as const;

/** A new pair, as it is kept: both halves as base64 of their DER. */
export function makeServerKey(): { id: string; publicKey: string; privateKey: string } {
  const pair = generateKeyPairSync('ed25519');
  const publicKey = pair.publicKey.export(DER);
  return {
    id: fingerprint(publicKey),
    publicKey: publicKey.toString('base64'),
    privateKey: pair.privateKey.export({ type: 'pkcs8', format: 'der' }).toString('base64'),
  };
}

export function readServerKey(kept: { id: string; publicKey: string; privateKey: string }): ServerKey {
  return { ...kept, privateKey: createPrivateKey({ key: Buffer.from(kept.privateKey, 'base64'), format: 'der', type: 'pkcs8' }) };
}

export const fingerprint = (spki: Buffer): string => createHash('sha256').update(spki).digest('hex').slice(0, 32);

export function signReceipt(receipt: Receipt, { id, privateKey }: ServerKey): Receipt {
  return { ...receipt, keyId: id, signature: sign(null, Buffer.from(receipt.receiptHash), privateKey).toString('base64url') };
}

export function signSeal(list: SealedList, { id, publicKey, privateKey }: ServerKey): BundleSeal {
  return { ...list, keyId: id, publicKey, signature: sign(null, Buffer.from(sealHash(list)), privateKey).toString('base64url') };
}

function isSignedByServer({ receiptHash, signature }: Receipt, publicKey: string): boolean {
  try {
    const key = createPublicKey({ key: Buffer.from(publicKey, 'base64'), format: 'der', type: 'spki' });
    return verify(null, Buffer.from(receiptHash), key, Buffer.from(signature!, 'base64url'));
  } catch {
    return false;
  }
}

/** The first line of a file whose signature does not stand up against the keys that came with it; null where all do. */
export function findBrokenSignature(
  lines: readonly LogLine[],
  keys: LogKeysDto,
): { code: 'signature-does-not-match' | 'key-missing'; index: number } | null {
  const devices = new Map(keys.devices.map((device) => [device.id, device]));
  const servers = new Map(keys.servers.map((server) => [server.id, server]));
  for (const [index, { entry, receipt }] of lines.entries()) {
    if (entry.signature !== null) {
      const key = devices.get(entry.deviceId)?.publicKey;
      if (!key) return { code: 'key-missing', index };
      if (!isSignedByDevice(entry.hash, entry.signature, key)) return { code: 'signature-does-not-match', index };
    }
    if (receipt.signature !== undefined || receipt.keyId !== undefined) {
      const server = servers.get(receipt.keyId ?? '');
      if (!server || fingerprint(Buffer.from(server.publicKey, 'base64')) !== server.id) return { code: 'key-missing', index };
      if (!receipt.signature || !isSignedByServer(receipt, server.publicKey)) return { code: 'signature-does-not-match', index };
    }
  }
  return null;
}
