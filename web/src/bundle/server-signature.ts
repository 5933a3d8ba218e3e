const UTF8 = new TextEncoder();

/** Whether a server's key (Ed25519, SPKI in base64) signed this hash; undefined where this browser does not know such keys. */
export async function isSignedByServer(hash: string, signature: string, publicKey: string): Promise<boolean | undefined> {
  let key: CryptoKey;
  try {
    key = await crypto.subtle.importKey('spki', bytesOf(publicKey), { name: 'Ed25519' }, false, ['verify']);
  } catch (fault) {
    return fault instanceof DOMException && fault.name === 'NotSupportedError' ? undefined : false;
  }
  return crypto.subtle.verify({ name: 'Ed25519' }, key, bytesOf(signature), UTF8.encode(hash));
}

/** By what a server is known: the first half of its key's SHA-256. */
export async function fingerprintOfKey(publicKey: string): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', bytesOf(publicKey)));
  return [...digest]
    .map((byte) => byte.toString(16).padStart(2, '0'))
    .join('')
    .slice(0, 32);
}

/** Base64, of either alphabet. Throws `InvalidCharacterError` where it is none. */
export function bytesOf(text: string): Uint8Array<ArrayBuffer> {
  return Uint8Array.from(atob(text.replaceAll('-', '+').replaceAll('_', '/')), (letter) => letter.charCodeAt(0));
}
