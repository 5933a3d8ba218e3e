import { SHIPPED_CATALOGUE } from '../catalogue';
import {
  FIRST_LINK,
  type EntryBody,
  type LogEntry,
  foldLog,
  heldUntilMs,
  isPlug,
  isWithdrawnInTime,
  mayWithdraw,
  pailTimes,
} from './index';

const AT = Date.parse('2026-05-20T10:00:00Z');
const MIN = 60_000;
const mixed = { mix: { addTo: 'powder' as const, mixMin: 3, standMin: 5, wholePacksOnly: false }, workingLifeMin: 30, referenceC: 20 };

test('a pail of thirty minutes begun at ten: stirred, stood, laid by half past; warmth takes half of it at ten degrees more, cold gives nothing', () => {
  expect(pailTimes({ begunAt: AT }, mixed, 20)).toEqual({ mixedMs: AT + 3 * MIN, stoodMs: AT + 8 * MIN, overMs: AT + 30 * MIN });
  expect(pailTimes({ begunAt: AT }, mixed, 30)!.overMs).toBeCloseTo(AT + 15 * MIN);
  expect(pailTimes({ begunAt: AT }, mixed, 5)!.overMs).toBe(AT + 30 * MIN);
});

test('the first part alone counts to the stirring; what does not stand has no such time, and what keeps has none at all', () => {
  const two = { ...mixed, mix: { ...mixed.mix, standMin: 0, firstAloneMin: 2 } };
  expect(pailTimes({ begunAt: AT }, two, 20)).toEqual({ mixedMs: AT + 5 * MIN, overMs: AT + 30 * MIN });
  expect(pailTimes({ begunAt: AT }, { ...mixed, workingLifeMin: undefined }, 20)).toBeUndefined();
  expect(pailTimes({ begunAt: AT }, { ...mixed, mix: undefined }, 20)).toBeUndefined();
});

test('of every shipped product that is mixed a pail is stirred and stood before its life is over', () => {
  const all = SHIPPED_CATALOGUE.products.filter(({ mix, workingLifeMin }) => mix && workingLifeMin !== undefined);
  expect(all.length).toBeGreaterThan(5);
  for (const product of all) {
    const { mixedMs, stoodMs = mixedMs, overMs } = pailTimes({ begunAt: AT }, product, product.referenceC)!;
    expect([product.id, overMs > stoodMs]).toEqual([product.id, true]);
  }
});

let seq = 0;
const line = (body: EntryBody, part: Partial<LogEntry> = {}): { entry: LogEntry } => ({
  entry: {
    ...{ id: `e${++seq}`, jobId: 'j', deviceId: 'd', deviceSeq: seq, prevHash: FIRST_LINK, personId: 'p', personName: 'Ida' },
    ...{
      body,
      occurredAt: new Date(AT + seq * MIN).toISOString(),
      writtenAt: new Date(AT + seq * MIN).toISOString(),
      hash: '',
      signature: null,
    },
    ...part,
  },
});
const work = { workItemId: 'w', planRevisionId: 'r' };

test('pails, what became of them and films are folded from the log; the batch of a pail is a batch of its work', () => {
  const start = line({ kind: 'start', ...work });
  const mix = line({ kind: 'mix', ...work, batchNumber: 'B-7', kg: 12 });
  const second = line({ kind: 'mix', ...work });
  const { pails, films, done } = foldLog([
    start,
    mix,
    second,
    line({ kind: 'pail', mixId: mix.entry.id, became: 'thrown' }),
    line({ kind: 'film', ...work, readings: [{ wetMm: 1.1 }] }),
    line({ kind: 'film', ...work, readings: [{ wetMm: 0.9, uM: 1, vM: 2 }] }),
  ]);
  expect(pails.map(({ mixId, became, kg }) => [mixId, became, kg])).toEqual([
    [mix.entry.id, 'thrown', 12],
    [second.entry.id, undefined, undefined],
  ]);
  expect(films.get('w')!.map(({ wetMm }) => wetMm)).toEqual([1.1, 0.9]);
  expect(done.get('w')!.batchNumbers).toEqual(['B-7']);
});

test('what was taken back counts for nothing, and the taking back says nothing either', () => {
  const start = line({ kind: 'start', ...work });
  const back = line({ kind: 'withdrawn' }, { supersedes: start.entry.id });
  expect(foldLog([start, back]).done.size).toBe(0);
});

test('a slip is taken back within a minute, by its own writer on its own device, and never twice', () => {
  const { entry } = line({ kind: 'start', ...work });
  const writtenMs = Date.parse(entry.writtenAt);
  expect(mayWithdraw(entry, entry, writtenMs + MIN)).toBe(true);
  expect(mayWithdraw(entry, entry, writtenMs + MIN + 1)).toBe(false);
  expect(mayWithdraw(entry, { ...entry, personId: 'other' }, writtenMs)).toBe(false);
  expect(mayWithdraw(entry, { ...entry, deviceId: 'other' }, writtenMs)).toBe(false);
  expect(mayWithdraw({ ...entry, body: { kind: 'withdrawn' } }, entry, writtenMs)).toBe(false);
  // the press and the writing lie a moment apart
  const later = { ...entry, writtenAt: new Date(writtenMs + MIN + 5000).toISOString() };
  expect(isWithdrawnInTime(entry, later)).toBe(true);
  expect(isWithdrawnInTime(entry, { ...later, writtenAt: new Date(writtenMs + 2 * MIN).toISOString() })).toBe(false);
});

describe('a handful of plug', () => {
  const plug = SHIPPED_CATALOGUE.products.find(({ role }) => role === 'plug')!;
  const pressed = { became: 'used', becameAt: AT } as const;
  // held until it has set, no shorter than 30 s and no longer than 90: the calculator's own bounds, common practice, no source
  test('is held from when it was pressed in, shorter on a warm wall', () => {
    expect(heldUntilMs(pressed, { ...plug, workingLifeMin: 1 }, plug.referenceC)).toBe(AT + 60_000);
    expect(heldUntilMs(pressed, { ...plug, workingLifeMin: 1 }, plug.referenceC + 10)).toBe(AT + 30_000);
    expect(heldUntilMs(pressed, { ...plug, workingLifeMin: 1 }, plug.referenceC - 10)).toBe(AT + 90_000);
  });
  test('thrown away, or not pressed in yet, or no plug at all: nothing is held', () => {
    expect(heldUntilMs({ became: 'thrown', becameAt: AT }, plug, 10)).toBeUndefined();
    expect(heldUntilMs({}, plug, 10)).toBeUndefined();
    const coat = SHIPPED_CATALOGUE.products.find(({ role, mix }) => role === 'coat' && mix)!;
    expect(heldUntilMs(pressed, coat, 10)).toBeUndefined();
  });
  test('every shipped plug is one, and nothing else is', () => {
    for (const product of SHIPPED_CATALOGUE.products) expect([product.id, isPlug(product)]).toEqual([product.id, product.role === 'plug']);
  });
  test('the log says when it was pressed in', () => {
    const mix = line({ kind: 'mix', workItemId: 'leak:plug', planRevisionId: 'r' });
    const used = line({ kind: 'pail', mixId: mix.entry.id, became: 'used' });
    expect(foldLog([mix, used]).pails[0]).toMatchObject({ became: 'used', becameAt: Date.parse(used.entry.occurredAt) });
  });
});
