import { get, set } from 'idb-keyval';
import { v4 } from 'uuid';
import { strictStore } from './strict-store';

/** A device is a browser and a person in it: whoever shares a tablet has a name, a chain and a key of their own on it. */

const KEY = 'caulkhorn-device';
const EC = { name: 'ECDSA', namedCurve: 'P-256' } as const;

/** This person's name for this browser in commands and log entries; made once. */
export function deviceId(personId: string): string {
  const own = `${KEY} ${personId}`;
  const known = localStorage.getItem(own);
  if (known) return known;
  // before each person had their own, a browser had one name: it stays with who uses it first
  const made = localStorage.getItem(KEY) ?? v4();
  localStorage.removeItem(KEY);
  localStorage.setItem(own, made);
  return made;
}

/** Another name for this browser, when the one that it had is somebody else's or its key is gone. */
export function newDeviceId(personId: string): string {
  localStorage.setItem(`${KEY} ${personId}`, v4());
  return deviceId(personId);
}

/** The key pair of a device, made on it; its private half can be used here and taken nowhere. None where the browser has no keys for this page. */
async function keyPair(device: string): Promise<CryptoKeyPair | undefined> {
  if (!globalThis.crypto?.subtle) return undefined;
  const key = `device-key ${device}`;
  const known = await get<CryptoKeyPair>(key);
  if (known) return known;
  const made = await crypto.subtle.generateKey(EC, false, ['sign', 'verify']);
  // the server is told of it next: it must not be gone after a fall that the server's knowledge outlives
  await set(key, made, strictStore);
  return made;
}

export interface PublicKey {
  kty: 'EC';
  crv: 'P-256';
  x: string;
  y: string;
}

export async function publicKey(device: string): Promise<PublicKey | undefined> {
  const pair = await keyPair(device);
  if (!pair) return undefined;
  const { x, y } = await crypto.subtle.exportKey('jwk', pair.publicKey);
  return { kty: 'EC', crv: 'P-256', x: x!, y: y! };
}

/** The device's signature over a text, base64url; null where it holds no key. */
export async function signed(device: string, text: string): Promise<string | null> {
  const pair = await keyPair(device);
  if (!pair) return null;
  const bytes = await crypto.subtle.sign({ name: 'ECDSA', hash: 'SHA-256' }, pair.privateKey, new TextEncoder().encode(text));
  return btoa(String.fromCharCode(...new Uint8Array(bytes)))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replaceAll('=', '');
}
