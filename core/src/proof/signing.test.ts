import { type EntryBody, FIRST_LINK, type LogLine, sealEntry, sealReceipt } from '../site-log';
import { reading } from '../testing/sample-job';
import { type RecordToSign, coveredBy, dossierFingerprint, signaturesOn } from './index';

function logged(bodies: readonly EntryBody[]): LogLine[] {
  const lines: LogLine[] = [];
  for (const [i, body] of bodies.entries()) {
    const at = `2026-09-01T0${i + 1}:00:00Z`;
    const last = lines.at(-1);
    const entry = sealEntry({
      ...{ id: `e${i + 1}`, jobId: 'j', deviceId: 'd', deviceSeq: i + 1, prevHash: last?.entry.hash ?? FIRST_LINK },
      ...{ personId: 'p', personName: 'Ida Moor', occurredAt: at, writtenAt: at, body },
    });
    const receipt = { receiptSeq: i + 1, receivedAt: at, prevReceiptHash: last?.receipt.receiptHash ?? FIRST_LINK };
    lines.push({ entry, receipt: sealReceipt(entry, receipt) });
  }
  return lines;
}
const NOTES: EntryBody[] = [
  { kind: 'note', note: 'wall A' },
  { kind: 'note', note: 'wall B' },
];
const record = (log: LogLine[], part: Partial<RecordToSign> = {}): RecordToSign => ({
  ...{ revisionFingerprint: 'r1', log, readings: [reading()], photos: [{ id: 'p1', originalSha256: 'a'.repeat(64) }] },
  ...part,
});
const coveredNow = (of: RecordToSign) => coveredBy({ ...of, last: of.log.at(-1)!.receipt });
const sign = (of: RecordToSign): EntryBody => {
  const covers = coveredNow(of);
  return { kind: 'sign', role: 'inspector', covers, fingerprint: dossierFingerprint(covers) };
};
const signed = logged([...NOTES, sign(record(logged(NOTES)))]);
const changesIn = (of: RecordToSign) => signaturesOn(of)[0]!.changes;

test('a signature covers plan, log, readings and photos, and holds while they are as they were', () => {
  expect(signaturesOn(record([]))).toEqual([]);
  expect(changesIn(record(signed))).toEqual([]);
  // the order in which things come from a database says nothing
  const two = [reading(), reading({ id: 'r0' })];
  expect(coveredNow(record(signed, { readings: two }))).toEqual(coveredNow(record(signed, { readings: [...two].reverse() })));
});

test('what changed under it is said, each by its name', () => {
  expect(changesIn(record(signed, { revisionFingerprint: 'r2' }))).toEqual(['released-since']);
  expect(changesIn(record(signed, { readings: [reading({ value: 41 })] }))).toEqual(['readings-changed']);
  expect(changesIn(record(signed, { photos: [] }))).toEqual(['photos-changed']);
  const altered = signed.map((line, i) => (i === 1 ? { ...line, receipt: { ...line.receipt, receiptHash: 'f'.repeat(64) } } : line));
  expect(changesIn(record(altered))).toEqual(['log-altered']);
  const forged = { ...(signed[2]!.entry.body as Extract<EntryBody, { kind: 'sign' }>), fingerprint: '0'.repeat(64) };
  expect(changesIn(record([...signed.slice(0, 2), { ...signed[2]!, entry: { ...signed[2]!.entry, body: forged } }]))).toEqual([
    'log-altered',
  ]);
});

test('what is written later is an addendum; other signatures are none', () => {
  const second = sign(record(signed));
  const both = logged([...NOTES, signed[2]!.entry.body, second]);
  expect(signaturesOn(record(both)).map(({ changes }) => changes)).toEqual([[], []]);
  const more = logged([...NOTES, signed[2]!.entry.body, second, { kind: 'note', note: 'drilled on the second floor' }]);
  expect(signaturesOn(record(more)).map(({ changes, added }) => [changes, added])).toEqual([
    [['written-since'], 1],
    [['written-since'], 1],
  ]);
});

test('a signature that was taken back stays in the record with the reason', () => {
  const back = logged([...NOTES, signed[2]!.entry.body, { kind: 'unsign', signId: 'e3', reason: 'the film map was of wall C' }]);
  expect(signaturesOn(record(back))[0]!.withdrawn).toEqual({
    by: 'Ida Moor',
    at: '2026-09-01T04:00:00Z',
    reason: 'the film map was of wall C',
  });
});
