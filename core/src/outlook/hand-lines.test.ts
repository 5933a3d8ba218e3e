import { USUAL_CREW, USUAL_HOUSE, type PlanRevision, planJob, revisionContent, workItemsBefore } from '../planning';
import { MINUTE_MS } from '../quantities';
import { type EntryBody, type LogEntry, foldLog } from '../site-log';
import { buildUp, sampleJob } from '../testing/sample-job';
import { aloneLines, handLines } from './hand-lines';

const T0 = Date.parse('2026-03-02T07:00:00Z');
const model = { ...sampleJob(), buildUps: [buildUp('north')] };
model.job = { ...model.job, holds: ['ready'] };
const content = revisionContent(model, planJob(model, USUAL_CREW, USUAL_HOUSE), USUAL_CREW, USUAL_HOUSE);
const revision: PlanRevision = { id: 'r', number: 1, madeAt: '2026-03-01T12:00:00Z', madeBy: 'Ada', ...content };
const held = revision.workItems.find(({ hold }) => hold)!;
const before = workItemsBefore(revision.workItems, held);

let n = 0;
const line = (body: EntryBody): { entry: LogEntry } => {
  const at = new Date(T0 + ++n * MINUTE_MS).toISOString();
  const about = { id: `e${n}`, jobId: 'job', deviceId: 'd', deviceSeq: n, prevHash: '', personId: 'p', personName: 'Ida Moor' };
  return { entry: { ...about, occurredAt: at, writtenAt: at, body, hash: '', signature: null } };
};
const work = (workItemId: string): EntryBody[] => [
  { kind: 'start', workItemId, planRevisionId: 'r' },
  { kind: 'finish', workItemId, planRevisionId: 'r' },
];
const said = (verdict: 'released' | 'refused', reason?: string): EntryBody => ({
  ...{ kind: 'hold', workItemId: held.id, planRevisionId: 'r', verdict },
  ...(reason ? { reason } : {}),
});
const sign = (revisionFingerprint = revision.fingerprint): EntryBody => ({
  ...{ kind: 'sign', role: 'planner', fingerprint: '' },
  covers: { revisionFingerprint, receiptSeq: 1, receiptHash: '', readingsSha256: '', photosSha256: '' },
});
const codes = (bodies: readonly EntryBody[]) =>
  handLines({ model, revision, site: foldLog(bodies.map(line)) }).map(({ code, tone }) => `${code} ${tone}`);
const READY = before.flatMap(work);
const ALL = [...READY, said('released'), ...revision.workItems.filter(({ id }) => !before.includes(id)).flatMap(({ id }) => work(id))];

test('a hold point waits from when the work before it is finished, until somebody lets it go', () => {
  expect(codes([])).toEqual([]);
  expect(codes(READY)).toEqual(['hold-due waits']);
  expect(codes([...READY, said('released')])).toEqual([]);
  // what was done after it was let go is looked at again
  expect(codes([...READY, said('released'), ...work(before[0]!)])).toEqual(['hold-due waits']);
});

test('refused it is wrong, with the reason, until it was put right', () => {
  const refused = [...READY, said('refused', 'dust')];
  expect(codes(refused)).toEqual(['hold-refused wrong']);
  expect(handLines({ model, revision, site: foldLog(refused.map(line)) })[0]).toMatchObject({
    ...{ mark: 'N', place: { step: 'site-log', faceId: 'north' } },
    values: { reason: 'dust', step: held.step },
  });
  expect(codes([...refused, { kind: 'redone', workItemId: held.id, planRevisionId: 'r', note: 'vacuumed' }])).toEqual(['hold-due waits']);
});

test('the dossier waits for its signature once all work is done, and again when something came after it', () => {
  expect(codes(ALL)).toEqual(['sign-due waits']);
  expect(codes([...ALL, sign()])).toEqual([]);
  expect(codes([...ALL, sign('another plan')])).toEqual(['sign-again waits']);
  const looked: EntryBody = { kind: 'visit', faceId: 'north', why: 'look', wet: 'dry', found: [] };
  expect(codes([...ALL, sign(), looked])).toEqual(['sign-again waits']);
  expect(codes([...ALL, sign(), looked, sign()])).toEqual([]);
});

test('one that was taken back is none', () => {
  const signed = line(sign());
  const back = line({ kind: 'unsign', signId: signed.entry.id, reason: 'too early' });
  const site = foldLog([...ALL.map(line), signed, back]);
  expect(handLines({ model, revision, site }).map(({ code }) => code)).toEqual(['sign-due']);
});

test('before a release nothing waits', () => expect(handLines({ model, revision: null, site: foldLog([]) })).toEqual([]));

test('whoever works alone and stays silent is told, until he says that he is well or ends it', () => {
  const begun = line({ kind: 'alone', state: 'begun', everyMin: 20 });
  const beganMs = Date.parse(begun.entry.occurredAt);
  const told = (bodies: { entry: LogEntry }[], afterMin: number) =>
    aloneLines(foldLog([begun, ...bodies]), beganMs + afterMin * MINUTE_MS).map(({ tone, values, atMs }) => [tone, values!['name'], atMs]);
  expect(told([], 20)).toEqual([]);
  expect(told([], 26)).toEqual([['wrong', 'Ida Moor', beganMs]]);
  const well = line({ kind: 'alone', state: 'well' });
  const wellMs = Date.parse(well.entry.occurredAt);
  expect(told([well], (wellMs - beganMs) / MINUTE_MS + 24)).toEqual([]);
  expect(told([well], (wellMs - beganMs) / MINUTE_MS + 26)).toEqual([['wrong', 'Ida Moor', wellMs]]);
  expect(told([well, line({ kind: 'alone', state: 'ended' })], 600)).toEqual([]);
});
