import { createHash } from 'node:crypto';
import { SHIPPED_CATALOGUE } from '../catalogue';
import {
  type EntryBody,
  FIRST_LINK,
  type LogLine,
  checkEntry,
  entryHash,
  findBrokenLink,
  foldLog,
  hashOf,
  sealEntry,
  sealReceipt,
} from './index';

function writeLog(bodies: readonly (EntryBody & { at?: string; supersedes?: string })[]): LogLine[] {
  const lines: LogLine[] = [];
  for (const { at, supersedes, ...body } of bodies) {
    const before = lines.at(-1);
    const seq = lines.length + 1;
    const occurredAt = at ?? `2026-05-18T0${seq}:00:00Z`;
    const entry = sealEntry({
      id: `e${seq}`,
      jobId: 'job',
      deviceId: 'phone',
      deviceSeq: seq,
      prevHash: before?.entry.hash ?? FIRST_LINK,
      personId: 'p',
      personName: 'Someone',
      occurredAt,
      writtenAt: occurredAt,
      ...(supersedes ? { supersedes } : {}),
      body: body as EntryBody,
    });
    lines.push({
      entry,
      receipt: sealReceipt(entry, { receiptSeq: seq, receivedAt: occurredAt, prevReceiptHash: before?.receipt.receiptHash ?? FIRST_LINK }),
    });
  }
  return lines;
}

const start = { kind: 'start', workItemId: 'w', planRevisionId: 'r' } as const;
const note = (text: string) => ({ kind: 'note', note: text }) as const;
const log = () => writeLog([note('one'), note('two'), note('three')]);

describe('hash chain', () => {
  // RFC 8785 canonical JSON sorts keys and strips blanks; SHA-256 by Node's own OpenSSL
  test('hashes are SHA-256 of canonical JSON', () => {
    const expected = createHash('sha256').update('{"a":[1,2.5],"b":"é"}').digest('hex');
    expect(hashOf({ b: 'é', a: [1, 2.5] })).toBe(expected);
  });

  test('a whole log holds', () => expect(findBrokenLink(log())).toBeNull());

  test.each<[string, (lines: LogLine[]) => LogLine[], string, number]>([
    ['an altered word', ([a, b, c]) => [a!, { ...b!, entry: { ...b!.entry, body: note('2') } }, c!], 'entry-altered', 2],
    [
      'an altered entry, sealed again',
      ([a, b, c]) => {
        const { hash: _h, signature: _s, ...rest } = b!.entry;
        return [a!, { ...b!, entry: sealEntry({ ...rest, body: note('2') }) }, c!];
      },
      'receipt-altered',
      2,
    ],
    ['a line left out', ([a, , c]) => [a!, c!], 'device-chain-broken', 3],
    ['lines changed about', ([a, b, c]) => [b!, a!, c!], 'device-chain-broken', 2],
    [
      'another time of receipt',
      ([a, b, c]) => [a!, b!, { ...c!, receipt: { ...c!.receipt, receivedAt: '2026-05-19T00:00:00Z' } }],
      'receipt-altered',
      3,
    ],
    [
      'a receipt under another number',
      ([a, b, c]) => [a!, { ...b!, receipt: sealReceipt(b!.entry, { ...b!.receipt, receiptSeq: 5 }) }, c!],
      'receipt-chain-broken',
      5,
    ],
  ])('%s is found', (_name, harm, code, receiptSeq) => expect(findBrokenLink(harm(log()))).toMatchObject({ code, receiptSeq }));

  test('the signature is not yet part of the hash', () => {
    const { entry } = log()[0]!;
    expect(entryHash({ ...entry, signature: 'later' })).toBe(entry.hash);
  });
});

describe('entries', () => {
  const sweating = { airTemperatureC: 20, surfaceTemperatureC: 18, relativeHumidityPct: 80 };

  // ISO 8502-4: 3 °C above the dew point (16.4 °C at 20 °C and 80 %, ASHRAE Handbook)
  test('a coat on a wall near the dew point needs a reason', () => {
    expect(checkEntry({ ...start, conditions: sweating }, '2026-05-18T08:00:00Z')).toEqual([
      { code: 'breach-needs-reason', path: 'body.breachReason', values: { code: 'dew-margin-too-small', figure: 1.6, limit: 3 } },
    ]);
    expect(checkEntry({ ...start, conditions: sweating, breachReason: 'heater on' }, '2026-05-18T08:00:00Z')).toEqual([]);
    expect(checkEntry({ ...start, conditions: { ...sweating, surfaceTemperatureC: 19.5 } }, '2026-05-18T08:00:00Z')).toEqual([]);
  });

  test('a start is judged by what it is done with; frost no reason opens, and a coat is not started without its air', () => {
    const product = SHIPPED_CATALOGUE.find({ id: 'tarnwick-veil', version: 2 })!;
    const at = '2026-05-18T08:00:00Z';
    const on = { product, isLaid: true, path: 'body' };
    expect(checkEntry({ ...start, conditions: sweating }, at, on)).toEqual([]);
    expect(checkEntry(start, at, on)).toEqual([{ code: 'conditions-wanted', path: 'body.conditions' }]);
    const cold = { airTemperatureC: 5, surfaceTemperatureC: 1.5, relativeHumidityPct: 70 };
    expect(checkEntry({ ...start, conditions: cold }, at, on)).toEqual([
      { code: 'breach-needs-reason', path: 'body.breachReason', values: { code: 'surface-too-cold', figure: 1.5, limit: 2 } },
    ]);
    expect(checkEntry({ ...start, conditions: cold, breachReason: 'tent and heater' }, at, on)).toEqual([]);
    expect(checkEntry({ ...start, conditions: cold, breachReason: ' ' }, at, on)).toHaveLength(1);
    const ahead = { ...cold, surfaceTemperatureC: 4, coldestAheadC: -2 };
    expect(checkEntry({ ...start, conditions: ahead, breachReason: 'tent and heater' }, at, on)).toEqual([
      { code: 'frost-ahead', path: 'body.conditions', values: { figure: -2, limit: 0 } },
    ]);
    // a stripe or a plug is a detail: it goes in without its air being written down
    expect(checkEntry(start, at, { product })).toEqual([]);
    expect(checkEntry(start, at, { product: SHIPPED_CATALOGUE.find({ id: 'tarnwick-stay', version: 1 }) })).toEqual([]);
  });

  test('the last square metre comes after the first and not after the end', () => {
    const finish = { kind: 'finish', workItemId: 'w', planRevisionId: 'r', firstLaidAt: '2026-05-18T08:00:00Z' } as const;
    expect(checkEntry({ ...finish, lastLaidAt: '2026-05-18T07:00:00Z' }, '2026-05-18T09:00:00Z')[0]).toMatchObject({
      code: 'last-before-first',
      path: 'body.lastLaidAt',
    });
    expect(checkEntry({ ...finish, lastLaidAt: '2026-05-18T10:00:00Z' }, '2026-05-18T09:00:00Z')[0]?.code).toBe('after-the-entry');
  });
});

describe('what is done', () => {
  test('is folded from the log; a correction takes the place of what it corrects', () => {
    const lines = writeLog([
      { ...start, at: '2026-05-18T08:00:00Z', batchNumber: 'B1' },
      { kind: 'finish', workItemId: 'w', planRevisionId: 'r', at: '2026-05-18T10:00:00Z', lastLaidAt: '2026-05-18T09:50:00Z' },
      {
        kind: 'finish',
        workItemId: 'w',
        planRevisionId: 'r',
        at: '2026-05-18T10:00:00Z',
        lastLaidAt: '2026-05-18T09:40:00Z',
        supersedes: 'e2',
      },
    ]);
    const work = foldLog(lines).done.get('w')!;
    expect(new Date(work.lastLaidAt!).toISOString()).toBe('2026-05-18T09:40:00.000Z');
    expect(new Date(work.firstLaidAt!).toISOString()).toBe('2026-05-18T08:00:00.000Z');
    expect(work.batchNumbers).toEqual(['B1']);
  });

  test('the latest conditions are the latest to occur, not to arrive', () => {
    const air = (t: number) => ({ airTemperatureC: t, surfaceTemperatureC: t, relativeHumidityPct: 50 });
    const lines = writeLog([
      { kind: 'reading', conditions: air(12), at: '2026-05-18T12:00:00Z' },
      { kind: 'reading', conditions: air(9), at: '2026-05-18T06:00:00Z' },
    ]);
    expect(foldLog(lines).latestConditions?.conditions.airTemperatureC).toBe(12);
  });
});
