import type { LogKeysDto } from '@caulkhorn/contract';
import { type LogLine, findBrokenLink, timeMarks } from '@caulkhorn/core/site-log';
import { bytesOf, fingerprintOfKey, isSignedByServer } from './server-signature';

/** What an exported job's log shows of itself, without the server that it came from. Entries are numbered as they were received. */
export type LogCheck =
  | { kind: 'no-job' }
  | { kind: 'broken'; code: string; entry: number }
  | {
      kind: 'holds';
      entries: number;
      lastHash: string;
      lastReceiptHash: string;
      byDevice: number;
      /** by the fingerprint of the server that signed for having received them */ receivedBy: ReadonlyMap<string, readonly number[]>;
      /** no server has signed for them */ notReceived: readonly number[];
      imported: readonly number[];
      /** their times want a second look */ odd: readonly number[];
      /** false where this browser cannot check what servers have signed */ isWhole: boolean;
    };

const UTF8 = new TextEncoder();
type Key = NonNullable<LogKeysDto['devices'][number]['publicKey']>;

/** Checks every link and every signature of an exported job, as text. */
export async function checkLog(text: string): Promise<LogCheck> {
  const file = readLog(text);
  if (!file) return { kind: 'no-job' };
  const { log, keys } = file;
  const broken = findBrokenLink(log);
  if (broken) return { kind: 'broken', code: broken.code, entry: broken.receiptSeq };
  const devices = new Map(keys.devices.map((device) => [device.id, device.publicKey]));
  const servers = new Map(keys.servers.map(({ id, publicKey }) => [id, publicKey]));
  let isWhole = true;
  for (const { entry, receipt } of log) {
    const at = (code: string): LogCheck => ({ kind: 'broken', code, entry: receipt.receiptSeq });
    if (entry.signature !== null) {
      const key = devices.get(entry.deviceId);
      if (!key) return at('key-missing');
      if (!(await isSignedByDevice(entry.hash, entry.signature, key))) return at('signature-does-not-match');
    }
    if (receipt.signature === undefined && receipt.keyId === undefined) continue;
    const key = servers.get(receipt.keyId ?? '');
    if (!key || (await fingerprintOfKey(key)) !== receipt.keyId) return at('key-missing');
    const signed = receipt.signature ? await isSignedByServer(receipt.receiptHash, receipt.signature, key) : false;
    if (signed === undefined) isWhole = false;
    else if (!signed) return at('signature-does-not-match');
  }
  const numbers = (lines: readonly LogLine[]) => lines.map(({ receipt }) => receipt.receiptSeq);
  const received = log.filter(({ receipt }) => receipt.signature);
  const last = log.at(-1);
  return {
    kind: 'holds',
    entries: log.length,
    lastHash: last?.entry.hash ?? '',
    lastReceiptHash: last?.receipt.receiptHash ?? '',
    byDevice: log.filter(({ entry }) => entry.signature !== null).length,
    receivedBy: new Map(
      [...new Set(received.map(({ receipt }) => receipt.keyId ?? ''))].map((id) => [
        id,
        numbers(received.filter(({ receipt }) => receipt.keyId === id)),
      ]),
    ),
    notReceived: numbers(log.filter(({ receipt }) => !receipt.signature)),
    imported: numbers(log.filter(({ importedAt }) => importedAt)),
    odd: numbers(log.filter((line) => timeMarks(line).length > 0)),
    isWhole,
  };
}

function readLog(text: string): { log: LogLine[]; keys: LogKeysDto } | undefined {
  try {
    const { format, log, keys } = JSON.parse(text) as { format?: string; log?: LogLine[]; keys?: Partial<LogKeysDto> };
    const isLog = Array.isArray(log) && log.every((line) => line?.entry?.hash && line?.receipt?.receiptHash);
    if (format !== 'caulkhorn-job' || !isLog) return undefined;
    return { log, keys: { devices: keys?.devices ?? [], servers: keys?.servers ?? [] } };
  } catch {
    return undefined;
  }
}

/** ECDSA on P-256 over SHA-256, as devices sign. */
async function isSignedByDevice(hash: string, signature: string, { kty, crv, x, y }: Key): Promise<boolean> {
  try {
    const algorithm = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
    const key = await crypto.subtle.importKey('jwk', { kty, crv, x, y }, algorithm, false, ['verify']);
    return await crypto.subtle.verify(algorithm, key, bytesOf(signature), UTF8.encode(hash));
  } catch {
    // no point on the curve, or no signature at all
    return false;
  }
}

/** 1 to 4, 7 */
export function spansOf(numbers: readonly number[]): string {
  const starts = numbers.filter((n, i) => numbers[i - 1] !== n - 1);
  const ends = numbers.filter((n, i) => numbers[i + 1] !== n + 1);
  return starts.map((n, i) => (n === ends[i] ? `${n}` : `${n}–${ends[i]}`)).join(', ');
}
