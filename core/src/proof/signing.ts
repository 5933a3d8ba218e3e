import type { Photo, Reading } from '../jobs/index.js';
import { type EntryBody, type LogEntry, type LogLine, type Receipt, entriesInForce, hashOf } from '../site-log/index.js';

export type SignBody = Extract<EntryBody, { kind: 'sign' }>;

/** What one puts one's name to. */
export interface ToSign {
  /** of the plan that was released last */ revisionFingerprint: string;
  /** of the log's last line */ last: Pick<Receipt, 'receiptSeq' | 'receiptHash'>;
  readings: readonly Reading[];
  photos: readonly Pick<Photo, 'id' | 'originalSha256'>[];
}

/** What a dossier is made of, at one time. */
export interface RecordToSign extends Omit<ToSign, 'last'> {
  /** lines of the log as received, in the order of their receipts */ log: readonly Pick<LogLine, 'entry' | 'receipt'>[];
}

/** What a signature covers: the plan, the log up to one receipt (whose chain holds all before it), readings and photos. */
export type Covered = SignBody['covers'];

const byId = (a: { id: string }, b: { id: string }): number => (a.id < b.id ? -1 : 1);

/** What a signature given now covers. Signatures are part of the record, and covered by later ones. */
export function coveredBy({ revisionFingerprint, last, readings, photos }: ToSign): Covered {
  return {
    ...{ revisionFingerprint, receiptSeq: last.receiptSeq, receiptHash: last.receiptHash },
    readingsSha256: hashOf([...readings].sort(byId)),
    photosSha256: hashOf(photos.map(({ id, originalSha256 }) => ({ id, originalSha256 })).sort(byId)),
  };
}

/** The dossier's fingerprint: SHA-256 of what a signature covers. */
export const dossierFingerprint = (covers: Covered): string => hashOf(covers);

export type SignatureChange = 'log-altered' | 'released-since' | 'readings-changed' | 'photos-changed' | 'written-since';

export interface Signature {
  entry: LogEntry & { body: SignBody };
  /** what became of the record since; empty: it is as it was signed */ changes: SignatureChange[];
  /** entries written after it, other than signatures: an addendum */ added: number;
  /** taken back by who signed, or by who plans, with the reason */ withdrawn?: { by: string; at: string; reason: string };
}

const SIGNING: ReadonlySet<EntryBody['kind']> = new Set(['sign', 'unsign']);

/** Every signature with what it still covers: none is ever left out, and none is told to hold that does not. */
export function signaturesOn(record: RecordToSign): Signature[] {
  const last = record.log.at(-1)?.receipt;
  if (!last) return [];
  const now = coveredBy({ ...record, last });
  const entries = entriesInForce(record.log);
  const takenBack = new Map(entries.flatMap((entry) => (entry.body.kind === 'unsign' ? [[entry.body.signId, entry] as const] : [])));
  const receipts = new Map(record.log.map(({ receipt }) => [receipt.receiptSeq, receipt.receiptHash]));
  return entries
    .filter((entry): entry is Signature['entry'] => entry.body.kind === 'sign')
    .map((entry) => {
      const { covers, fingerprint } = entry.body;
      const later = record.log.filter(({ receipt }) => receipt.receiptSeq > covers.receiptSeq);
      const added = later.filter(({ entry: { body } }) => !SIGNING.has(body.kind)).length;
      const changes: SignatureChange[] = [];
      if (receipts.get(covers.receiptSeq) !== covers.receiptHash || dossierFingerprint(covers) !== fingerprint) changes.push('log-altered');
      if (now.revisionFingerprint !== covers.revisionFingerprint) changes.push('released-since');
      if (now.readingsSha256 !== covers.readingsSha256) changes.push('readings-changed');
      if (now.photosSha256 !== covers.photosSha256) changes.push('photos-changed');
      if (added > 0) changes.push('written-since');
      const back = takenBack.get(entry.id);
      const reason = back?.body.kind === 'unsign' ? back.body.reason : '';
      return { entry, changes, added, ...(back ? { withdrawn: { by: back.personName, at: back.occurredAt, reason } } : {}) };
    });
}
