import { USUAL_CREW, USUAL_HOUSE, planJob, revisionContent } from '../planning';
import { type EntryBody, FIRST_LINK, type LogLine, sealEntry, sealReceipt } from '../site-log';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { type ReleasedRevision, dossierOf, dossierOfFace, productOfWork } from './index';

const PEOPLE = { f: 'Foreman', a: 'Apprentice' } as const;

function writeLog(
  entries: readonly { by: keyof typeof PEOPLE; body: EntryBody; at?: string; supersedes?: string; reason?: string }[],
): LogLine[] {
  const lines: LogLine[] = [];
  for (const [i, { by, body, at, supersedes, reason }] of entries.entries()) {
    const occurredAt = at ?? `2026-05-18T0${i + 1}:00:00Z`;
    const before = lines.filter(({ entry }) => entry.deviceId === by).at(-1);
    const entry = sealEntry({
      id: `e${i + 1}`,
      jobId: 'job',
      deviceId: by,
      deviceSeq: (before?.entry.deviceSeq ?? 0) + 1,
      prevHash: before?.entry.hash ?? FIRST_LINK,
      personId: by,
      personName: PEOPLE[by],
      occurredAt,
      writtenAt: occurredAt,
      ...(supersedes ? { supersedes, supersedesReason: reason } : {}),
      body,
    });
    const receipt = {
      receiptSeq: i + 1,
      receivedAt: `2026-05-18T0${i + 1}:00:05Z`,
      prevReceiptHash: lines.at(-1)?.receipt.receiptHash ?? FIRST_LINK,
    };
    lines.push({ entry, receipt: sealReceipt(entry, receipt) });
  }
  return lines;
}

const NOW = Date.parse('2027-01-01T00:00:00Z');
const model = { ...sampleJob(), features: [crack()], buildUps: [{ ...buildUp('north'), reason: 'dry in summer' }] };
const released = (of = model): ReleasedRevision => ({
  number: 1,
  madeAt: '2026-05-17T12:00:00Z',
  madeBy: 'Planner',
  ...revisionContent(of, planJob(of, USUAL_CREW, USUAL_HOUSE), USUAL_CREW, USUAL_HOUSE),
});
const revision = released();
const coat = revision.workItems.find(({ step }) => step === 'coat-1')!.id;
const work = { workItemId: coat, planRevisionId: 'r' };
const log = writeLog([
  { by: 'f', body: { kind: 'start', ...work, breachReason: 'heated for an hour' } },
  { by: 'f', body: { kind: 'finish', ...work, batchNumber: 'B7' } },
  { by: 'a', body: { kind: 'note', note: 'wall C' } },
  { by: 'f', body: { kind: 'note', note: 'wall D' }, supersedes: 'e3', reason: 'seen on the photo' },
]);

test('a dossier is of what was released and written: nothing planned or surveyed since gets into it', () => {
  const { faces } = dossierOf(revision, log, [], NOW);
  const north = faces.find(({ face }) => face.faceId === 'north')!;
  expect(north.face.reason).toBe('dry in summer');
  expect(north.work.find(({ item }) => item.id === coat)!.done).toMatchObject({ batchNumbers: ['B7'], people: ['Foreman'] });
  // the same again from plain data, as a file or a printed page has it
  const plain = JSON.parse(JSON.stringify(revision)) as ReleasedRevision;
  expect(dossierOf(plain, log, [], NOW)).toEqual(dossierOf(revision, log, [], NOW));
});

test('nothing that was written is left out: what was superseded stands with who did it, and why', () => {
  const { lines, people } = dossierOf(revision, log, [], NOW);
  expect(lines.map(({ line }) => line.entry.id)).toEqual(['e1', 'e2', 'e3', 'e4']);
  expect(lines[2]).toMatchObject({
    line: { entry: { personName: 'Apprentice' } },
    supersededBy: { personName: 'Foreman', supersedesReason: 'seen on the photo' },
  });
  expect(lines[3]!.supersededBy).toBeUndefined();
  expect(people.map(({ name }) => name)).toEqual(['Foreman', 'Apprentice']);
});

test('starts against a limit are told with their reason, and not once they are corrected', () => {
  expect(dossierOf(revision, log, [], NOW).breaches.map(({ id }) => id)).toEqual(['e1']);
  const corrected = writeLog([
    { by: 'f', body: { kind: 'start', ...work, breachReason: 'heated for an hour' } },
    { by: 'f', body: { kind: 'start', ...work }, supersedes: 'e1', reason: 'thermometer was in the sun' },
  ]);
  expect(dossierOf(revision, corrected, [], NOW).breaches).toEqual([]);
});

test('what is not done and not shown is said; a missing test is never a passed one', () => {
  const { open } = dossierOf(revision, log, [], NOW);
  expect(open).toContainEqual(expect.objectContaining({ code: 'work-open' }));
  expect(open).toContainEqual({ code: 'not-shown-yet', n: 1 });
});

test('without a release, or from one before decisions were kept, it says so and makes nothing up', () => {
  expect(dossierOf(null, log, [], NOW)).toMatchObject({ faces: [], open: [{ code: 'no-release' }] });
  expect(dossierOf({ ...revision, decided: null }, log, [], NOW)).toMatchObject({
    faces: [],
    open: [{ code: 'released-before-freezing' }],
  });
});

test('by whom the log was signed and received is counted, and what nobody signed is named', () => {
  const { chain } = dossierOf(revision, log, [], NOW);
  expect(chain).toMatchObject({ broken: null, signedByDevice: 0, byServerKey: { '': 4 }, imported: 0, last: { receiptSeq: 4 } });
  const signed = log.map((line, i) => ({ ...line, receipt: { ...line.receipt, ...(i > 1 ? { keyId: 'k1', signature: 's' } : {}) } }));
  expect(dossierOf(revision, signed, [], NOW).chain.byServerKey).toEqual({ '': 2, k1: 2 });
  expect(dossierOf(revision, [log[0]!, log[2]!], [], NOW).chain.broken).not.toBeNull();
  const last = log.at(-1)!;
  expect(chain.last).toEqual({ receiptSeq: 4, entryHash: last.entry.hash, receiptHash: last.receipt.receiptHash });
  expect(dossierOf(revision, [], [], NOW).chain.last).toBeNull();
  const cameIn = log.map((line, i) => (i === 2 ? line : { ...line, importedAt: '2026-05-19T08:00:00Z' }));
  expect(dossierOf(revision, cameIn, [], NOW).chain.imported).toBe(3);
  const byDevice = log.map((line, i) => ({ ...line, entry: { ...line.entry, signature: i < 3 ? 's' : null } }));
  expect(dossierOf(revision, byDevice, [], NOW).chain.signedByDevice).toBe(3);
});

test('each face has its own work, readings and tests, in the order of the walk', () => {
  const readings = ['north', 'east', 'north'].map((faceId, i) => ({
    id: `r${i}`,
    faceId,
    kind: 'surface-temperature' as const,
    value: 8 + i,
    at: '2026-05-18T06:00:00Z',
    point: [1, 1] as const,
  }));
  const { faces } = dossierOf(revision, log, readings, NOW);
  expect(faces.map(({ face }) => face.place)).toEqual([...faces.map(({ face }) => face.place)].sort((a, b) => a - b));
  const of = (id: string) => faces.find(({ face }) => face.faceId === id)!;
  expect(of('north').readings.map(({ id }) => id)).toEqual(['r0', 'r2']);
  expect(of('east').readings.map(({ id }) => id)).toEqual(['r1']);
  // of what was not coated nothing is to be proven
  expect(of('north').tests.map(({ planned }) => planned.id)).toContain('leak-look-28');
  expect(of('east').tests).toEqual([]);
  expect(of('north').work.every(({ item }) => item.faceId === 'north')).toBe(true);
  expect(of('east').work).toEqual([]);
});

test('a rating that does not carry, a level nobody chose and a detail nobody decided are open points of their faces', () => {
  const face = revision.decided!.faces.find(({ faceId }) => faceId === 'north')!;
  const opened = (part: Partial<typeof face>) =>
    dossierOf({ ...revision, decided: { ...revision.decided!, faces: [{ ...face, ...part }] } }, log, [], NOW).open.map(({ code }) => code);
  expect(opened({ findings: [] })).toEqual(['work-open', 'not-shown-yet']);
  expect(opened({ exception: { by: 'Ines', reason: 'trial' } })[0]).toBe('exception');
  expect(opened({ findings: [{ code: 'no-governing-level', says: {} }] })[0]).toBe('no-level');
  expect(opened({ findings: [{ code: 'something-else', says: {} }] })[0]).toBe('work-open');
  expect(opened({ rating: { requiredKPa: 20, ratedKPa: 10, utilisation: 2, passes: false, reasons: [] } })[0]).toBe('rating-fails');
  expect(opened({ rating: { requiredKPa: 20, ratedKPa: 30, utilisation: 0.7, passes: true, reasons: [] } })[0]).toBe('work-open');
  const [treatment] = face.treatments;
  for (const [verdict, code] of [
    ['refuse', 'refused'],
    ['undecided', 'undecided'],
    ['treat', 'work-open'],
  ] as const)
    expect(opened({ treatments: [{ ...treatment!, verdict }] })[0]).toBe(code);
  expect(opened({ family: undefined })).toEqual(['work-open']);
});

test('work that is all done is no open point, and the first undone piece is named', () => {
  const finish = (id: string): { by: 'f'; body: EntryBody } => ({ by: 'f', body: { kind: 'finish', workItemId: id, planRevisionId: 'r' } });
  const ids = revision.workItems
    .filter(({ faceId }) => faceId === 'north')
    .map(({ id }) => id)
    .slice(0, 8);
  const few = { ...revision, workItems: revision.workItems.filter(({ id }) => ids.includes(id)) };
  const openOf = (done: readonly string[]) =>
    dossierOf(few, writeLog(done.map(finish)), [], NOW).open.find(({ code }) => code === 'work-open');
  expect(openOf(ids)).toBeUndefined();
  expect(openOf(ids.slice(1))).toMatchObject({ n: 1, first: { id: ids[0] } });
  expect(dossierOf(few, [], [], NOW).chain.last).toBeNull();
});

test('only a start against a limit is a breach: a plain start, a finish and a note are none', () => {
  const plain = writeLog([
    { by: 'f', body: { kind: 'start', ...work } },
    { by: 'f', body: { kind: 'finish', ...work } },
    { by: 'f', body: { kind: 'note', note: 'against a limit' } },
    { by: 'f', body: { kind: 'start', ...work, breachReason: 'rain came early' } },
  ]);
  expect(dossierOf(revision, plain, [], NOW).breaches.map(({ id }) => id)).toEqual(['e4']);
});

test('the air at a start is held against the sheet that was released: what it does not keep is told, reason or none', () => {
  const conditions = { airTemperatureC: 5, surfaceTemperatureC: 1.5, relativeHumidityPct: 70 };
  const cold = writeLog([
    { by: 'f', body: { kind: 'start', ...work, conditions } },
    { by: 'f', body: { kind: 'finish', ...work } },
  ]);
  const { breaches, faces } = dossierOf(revision, cold, [], NOW);
  expect(breaches.map(({ id }) => id)).toEqual(['e1']);
  const { breaches: ofCoat } = faces.flatMap((face) => face.work).find(({ item }) => item.id === coat)!;
  expect(ofCoat).toEqual([{ code: 'surface-too-cold', figure: 1.5, limit: 2, unit: '°C', isFinal: false }]);
  const mild = writeLog([{ by: 'f', body: { kind: 'start', ...work, conditions: { ...conditions, surfaceTemperatureC: 4 } } }]);
  expect(dossierOf(revision, mild, [], NOW).breaches).toEqual([]);
});

test('what a piece of work is done with is read from the released plan, its sheet as it was then', () => {
  const crackFill = revision.workItems.find(({ targetId, step }) => targetId === 'k1' && step === 'fill');
  expect(productOfWork(revision, coat)).toMatchObject({ id: 'tarnwick-veil', version: 2 });
  expect(crackFill && productOfWork(revision, crackFill.id)).toMatchObject({ role: 'mortar' });
  const prepare = revision.workItems.find(({ step }) => step === 'prepare')!;
  expect([productOfWork(revision, prepare.id), productOfWork(revision, 'elsewhere')]).toEqual([undefined, undefined]);
  expect(productOfWork({ ...revision, decided: null }, coat)).toBeUndefined();
});

test('what was read, mixed and wetted stands with its work; what was taken back is told, and counts nowhere', () => {
  const laid = writeLog([
    { by: 'f', body: { kind: 'start', ...work } },
    { by: 'f', body: { kind: 'mix', ...work } },
    { by: 'f', body: { kind: 'mix', ...work } },
    { by: 'f', body: { kind: 'withdrawn' }, supersedes: 'e3' },
    { by: 'f', body: { kind: 'pail', mixId: 'e2', became: 'thrown' } },
    { by: 'f', body: { kind: 'film', ...work, readings: [{ wetMm: 1.1 }, { wetMm: 0.9 }] } },
    { by: 'a', body: { kind: 'round', ...work, how: 'mist' } },
  ]);
  const { faces, lines } = dossierOf(revision, laid, [], NOW);
  const { film, pails, thrown, rounds } = faces.flatMap((face) => face.work).find(({ item }) => item.id === coat)!;
  expect([film.map(({ wetMm }) => wetMm), pails, thrown, rounds]).toEqual([[1.1, 0.9], 1, 1, 1]);
  expect(lines).toHaveLength(7);
  expect(lines[2]!.supersededBy!.body.kind).toBe('withdrawn');
});

test('the part of one face holds what was planned, done and written of it; the proof of the log stays that of the whole', () => {
  const laid = writeLog([
    { by: 'f', body: { kind: 'start', ...work } },
    { by: 'f', body: { kind: 'mix', ...work } },
    { by: 'f', body: { kind: 'pail', mixId: 'e2', became: 'used' } },
    { by: 'a', body: { kind: 'note', note: 'the gate sticks' } },
    { by: 'a', body: { kind: 'note', faceId: 'south', note: 'another wall' } },
    { by: 'a', body: { kind: 'note', faceId: 'north', note: 'this wall' } },
  ]);
  const whole = dossierOf(revision, laid, [], NOW);
  const part = dossierOfFace(whole, 'north');
  expect(part.faces.map(({ face }) => face.faceId)).toEqual(['north']);
  expect(part.lines.map(({ line }) => line.entry.id)).toEqual(['e1', 'e2', 'e3', 'e6']);
  expect(part.chain).toEqual(whole.chain);
  expect(part.open.some((point) => 'face' in point && point.face.faceId !== 'north')).toBe(false);
  expect(part.open.find(({ code }) => code === 'not-shown-yet')).toEqual({ code: 'not-shown-yet', n: 1 });
  // starts against a limit are of the face on which they were
  const cold = { airTemperatureC: 1, surfaceTemperatureC: 1, relativeHumidityPct: 99 };
  const breached = writeLog([{ by: 'f', body: { kind: 'start', ...work, conditions: cold, breachReason: 'no other day' } }]);
  const allOf = dossierOf(revision, breached, [], NOW);
  expect([allOf, dossierOfFace(allOf, 'north'), dossierOfFace(allOf, 'nowhere')].map(({ breaches }) => breaches.length)).toEqual([1, 1, 0]);
  const none = dossierOfFace(whole, 'nowhere');
  expect([none.faces, none.lines, none.people, none.open]).toEqual([[], [], [], []]);
});

test('an entry that its work or its test tells whole is not told twice; whatever says more, or was changed, stands in the log', () => {
  const laid = writeLog([
    { by: 'f', body: { kind: 'start', ...work } },
    { by: 'f', body: { kind: 'finish', ...work, batchNumber: 'B7' } },
    { by: 'f', body: { kind: 'finish', ...work, batchNumber: 'B8' }, supersedes: 'e2', reason: 'misread' },
    { by: 'f', body: { kind: 'start', ...work, note: 'from the left' } },
    { by: 'f', body: { kind: 'start', ...work, breachReason: 'heated' } },
    { by: 'f', body: { kind: 'finish', ...work, usedKg: 12 } },
    { by: 'f', body: { kind: 'start', workItemId: 'unknown', planRevisionId: 'r' } },
    { by: 'f', body: { kind: 'start', ...work }, at: '2026-05-10T00:00:00Z' },
  ]);
  const told = dossierOf(revision, laid, [], NOW).lines.map(({ isTold }) => isTold);
  expect(told).toEqual([true, false, false, false, false, false, false, false]);
  const unplanned = dossierOf(null, laid, [], NOW).lines;
  expect(unplanned.some(({ isTold }) => isTold)).toBe(false);
});
