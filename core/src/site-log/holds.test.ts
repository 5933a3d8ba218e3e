import { type EntryBody, type LogEntry, checkEntry, foldLog, isHiddenSeen, isLetGo, isOwnLook, isRefused } from './index';

test('what will be hidden counts as seen only by a photo of just that, taken once it was finished', () => {
  expect(isHiddenSeen(undefined)).toBe(false);
  expect(isHiddenSeen([{ of: 'after', at: 10 }], 5)).toBe(false);
  expect(isHiddenSeen([{ of: 'hidden', at: 4 }], 5)).toBe(false);
  expect(isHiddenSeen([{ of: 'hidden', at: 5 }], 5)).toBe(true);
  const say = (verdict: 'released' | 'refused') =>
    checkEntry({ kind: 'hold', workItemId: 'a', planRevisionId: 'r', verdict, reason: 'thin' }, '2026-05-18T07:00:00Z', { isUnseen: true });
  expect(say('released').map(({ code }) => code)).toEqual(['hidden-not-photographed']);
  // refused it may be without
  expect(say('refused')).toEqual([]);
});

const WORK = { workItemId: 'a', planRevisionId: 'r' };
const GLASS = { name: 'Ada Lund', firm: 'the owner', drawn: 'M10 10L20 20L30 10L40 20L50 10L60 20L70 10L80 20L90 10' };
const at = (minute: number) => `2026-05-18T07:${String(minute).padStart(2, '0')}:00Z`;
const line = (minute: number, body: EntryBody, person = 'inspector'): { entry: LogEntry } => ({
  entry: {
    ...{ id: `e${minute}`, jobId: 'j', deviceId: 'd', deviceSeq: minute, prevHash: '', personId: person, personName: `Mr ${person}` },
    ...{ occurredAt: at(minute), writtenAt: at(minute), body, hash: '', signature: null },
  },
});
const saidOf = (...bodies: EntryBody[]) => foldLog(bodies.map((body, i) => line(i, body))).holds.get('a')!;

test('what is refused goes back as work: put right it is open again, and starts only once somebody has let it go', () => {
  const refused: EntryBody = { kind: 'hold', ...WORK, verdict: 'refused', reason: 'dust' };
  const redone: EntryBody = { kind: 'redone', ...WORK, note: 'vacuumed' };
  const released: EntryBody = { kind: 'hold', ...WORK, verdict: 'released' };
  const states = [[refused], [refused, redone], [refused, redone, released], [refused, redone, refused]].map((bodies) => {
    const said = saidOf(...bodies);
    return [isRefused(said), isLetGo(said)];
  });
  expect(states).toEqual([
    [true, false],
    [false, false],
    [false, true],
    [true, false],
  ]);
  expect(saidOf(refused, redone).at(-1)).toMatchObject({ verdict: 'redone', reason: 'vacuumed', personName: 'Mr inspector' });
});

test('putting right wants something that was refused, and how it was done', () => {
  const codes = (note: string, isNotRefused: boolean) =>
    checkEntry({ kind: 'redone', ...WORK, note }, at(0), { isNotRefused }).map(({ code, path }) => `${path} ${code}`);
  expect(codes('vacuumed', false)).toEqual([]);
  expect(codes('vacuumed', true)).toEqual(['body nothing-refused']);
  expect(codes('  ', false)).toEqual(['body.note missing']);
});

test('a guest signs on the glass of who did the work, and is named as who looked', () => {
  const [said] = saidOf({ kind: 'hold', ...WORK, verdict: 'released', glass: GLASS });
  expect(said).toMatchObject({ personName: 'Ada Lund, the owner', glass: { witness: 'Mr inspector', drawn: GLASS.drawn } });
  const doers = [{ id: 'p', name: 'Ida Moor' }];
  const OTHER = { id: 'q', name: 'Bo Tann' };
  expect(isOwnLook({}, { id: 'p', name: 'Ida Moor' }, doers)).toBe(true);
  expect(isOwnLook({}, OTHER, doers)).toBe(false);
  expect(isOwnLook({ glass: GLASS }, { id: 'p', name: 'Ida Moor' }, doers)).toBe(false);
  // nobody becomes a guest on his own phone
  expect(isOwnLook({ glass: { ...GLASS, name: ' ida moor ' } }, OTHER, doers)).toBe(true);
  // whom another one named as at work beside him did it as well
  expect(isOwnLook({}, OTHER, [...doers, { name: 'bo TANN' }])).toBe(true);
  expect(isOwnLook({}, { id: 'r', name: 'Cy Orr' }, [...doers, { name: 'bo TANN' }])).toBe(false);
  const tapped = { ...GLASS, drawn: 'M1 1L2 2' };
  expect(checkEntry({ kind: 'hold', ...WORK, verdict: 'released', glass: tapped }, at(0)).map(({ code }) => code)).toEqual(['glass-empty']);
});
