import { GAS_LIMITS, type LogEntry, checkEntry, confinedAt, gasAlarms, mayNotEnter } from './index';

const GOOD = { oxygenPct: 20.9, lelPct: 0, h2sPpm: 0, coPpm: 0 };
const at = (minute: number) => Date.parse('2026-05-18T07:00:00Z') + minute * 60_000;
const line = (minute: number, body: LogEntry['body'], part: Partial<LogEntry> = {}) => ({
  entry: { id: `e${minute}`, occurredAt: new Date(at(minute)).toISOString(), personName: 'Pauli', body, ...part } as LogEntry,
});

// 29 CFR 1910.146(b): below 19.5 or above 23.5 % oxygen, above 10 % of the lower flammable limit; NIOSH RELs from memory
test.each([
  ['fresh air', GOOD, []],
  ['just enough oxygen', { ...GOOD, oxygenPct: 19.5 }, []],
  ['too little oxygen', { ...GOOD, oxygenPct: 19.4 }, ['oxygenPct low']],
  ['too much oxygen', { ...GOOD, oxygenPct: 23.6 }, ['oxygenPct high']],
  ['a tenth of the explosive limit', { ...GOOD, lelPct: 10 }, []],
  ['more than a tenth', { ...GOOD, lelPct: 10.5 }, ['lelPct high']],
  ['sewer gas and exhaust', { ...GOOD, h2sPpm: 11, coPpm: 36 }, ['h2sPpm high', 'coPpm high']],
])('%s', (_what, reading, alarms) => expect(gasAlarms(reading).map(({ gas, side }) => `${gas} ${side}`)).toEqual(alarms));

test('every limit names where it is from', () => {
  for (const { source } of Object.values(GAS_LIMITS)) expect(source).not.toBe('');
});

test('nobody goes in without a reading, on an old one, or on one beyond a limit', () => {
  const rescue = { at: at(0), out: 'Winch at the hatch', call: '112', personName: 'Pauli' };
  expect(mayNotEnter({ rescue }, at(0))).toEqual(['gas-first']);
  const gas = { at: at(0), reading: GOOD, personName: 'Pauli' };
  expect(mayNotEnter({ gas, rescue }, at(30))).toEqual([]);
  expect(mayNotEnter({ gas, rescue }, at(31))).toEqual(['gas-first']);
  expect(mayNotEnter({ gas: { ...gas, reading: { ...GOOD, h2sPpm: 50 } }, rescue }, at(1))).toEqual(['gas-alarm']);
  expect(mayNotEnter({}, at(0))).toEqual(['rescue-first', 'gas-first']);
});

// 29 CFR 1910.146(d)(9) wants procedures for rescue before entry; that they are said anew each shift is common practice, no source
test('nobody goes in before it is said for that shift how he would be brought out; the last word counts', () => {
  const gas = (minute: number) => ({ at: at(minute), reading: GOOD, personName: 'Pauli' });
  const lines = [
    line(600, { kind: 'rescue', spaceId: 'pit', out: 'Rope over the beam', call: 'Site fire post' }),
    line(0, { kind: 'rescue', spaceId: 'pit', out: 'Winch at the hatch', call: '112' }),
    line(1, { kind: 'rescue', spaceId: 'tank', out: 'Manway, stretcher', call: '112' }),
  ];
  expect(confinedAt(lines, 'pit', at(10)).rescue).toEqual({ at: at(0), out: 'Winch at the hatch', call: '112', personName: 'Pauli' });
  expect(confinedAt(lines, 'pit', at(700)).rescue?.out).toBe('Rope over the beam');
  const { rescue } = confinedAt(lines, 'pit', at(10));
  expect(mayNotEnter({ gas: gas(720), rescue }, at(720))).toEqual([]);
  expect(mayNotEnter({ gas: gas(721), rescue }, at(721))).toEqual(['rescue-first']);
  const codes = (body: LogEntry['body'], about = {}) =>
    checkEntry(body, new Date(at(1)).toISOString(), about).map(({ code, path }) => [code, path]);
  expect(codes({ kind: 'inside', spaceId: 'pit', name: 'Tove', went: 'in', watcher: 'Bo' }, { gas: gas(0) })).toEqual([
    ['rescue-first', 'body'],
  ]);
  expect(codes({ kind: 'rescue', spaceId: 'pit', out: ' ', call: '112' })).toEqual([['missing', 'body.out']]);
});

test('entries that arrive out of turn count by when they were, not by when they came', () => {
  const lines = [
    line(9, { kind: 'inside', spaceId: 'pit', name: 'Tove', went: 'out' }),
    line(5, { kind: 'gas', spaceId: 'pit', reading: { ...GOOD, oxygenPct: 19 } }),
    line(1, { kind: 'inside', spaceId: 'pit', name: 'Tove', went: 'in', watcher: 'Bo' }),
    line(0, { kind: 'gas', spaceId: 'pit', reading: GOOD }),
  ];
  expect(confinedAt(lines, 'pit', at(10)).inside).toEqual([]);
  expect(confinedAt(lines, 'pit', at(10)).gas?.reading.oxygenPct).toBe(19);
  expect(confinedAt(lines, 'pit', at(8)).inside.map(({ name }) => name)).toEqual(['Tove']);
});

test('who is inside follows from who went in and came out, up to that time and in that space; a slip that was taken back never was', () => {
  const lines = [
    line(0, { kind: 'gas', spaceId: 'pit', reading: GOOD }),
    line(1, { kind: 'inside', spaceId: 'pit', name: 'Tove', went: 'in', watcher: 'Bo' }),
    line(2, { kind: 'inside', spaceId: 'pit', name: 'Ada', went: 'in', watcher: 'Bo' }),
    line(3, { kind: 'withdrawn' }, { supersedes: 'e2' }),
    line(4, { kind: 'inside', spaceId: 'tank', name: 'Per', went: 'in', watcher: 'Bo' }),
    line(9, { kind: 'inside', spaceId: 'pit', name: 'Tove', went: 'out' }),
  ];
  expect(confinedAt(lines, 'pit', at(5)).inside).toEqual([{ name: 'Tove', sinceMs: at(1), watcher: 'Bo' }]);
  expect(confinedAt(lines, 'pit', at(5)).gas).toEqual({ at: at(0), reading: GOOD, personName: 'Pauli' });
  expect(confinedAt(lines, 'pit', at(10)).inside).toEqual([]);
  expect(confinedAt(lines, 'shaft', at(10))).toEqual({ inside: [] });
});

test('going in wants a watcher who stays outside; coming out is never refused; work does not start on an alarm', () => {
  const gas = { at: at(0), reading: GOOD, personName: 'Pauli' };
  const rescue = { at: at(0), out: 'Winch at the hatch', call: '112', personName: 'Pauli' };
  const codes = (body: LogEntry['body'], about = {}) =>
    checkEntry(body, new Date(at(1)).toISOString(), { rescue, ...about }).map(({ code }) => code);
  const goes = { kind: 'inside', spaceId: 'pit', name: 'Tove', went: 'in' } as const;
  expect(codes(goes, { gas })).toEqual(['watcher-wanted']);
  expect(codes({ ...goes, watcher: ' tove ' }, { gas })).toEqual(['watcher-is-inside']);
  expect(codes({ ...goes, watcher: 'Bo' }, { gas })).toEqual([]);
  expect(codes({ ...goes, watcher: 'Bo' })).toEqual(['gas-first']);
  const bad = { ...gas, reading: { ...GOOD, oxygenPct: 17 } };
  expect(codes({ ...goes, went: 'out' }, { gas: bad })).toEqual([]);
  expect(codes({ kind: 'start', workItemId: 'a', planRevisionId: 'r' }, { gas: bad })).toEqual(['gas-alarm']);
});
