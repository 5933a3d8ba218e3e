import type { EntryBody, LogEntry } from './entry';
import { type ShownCard, qualifiedIn } from './index';

let n = 0;
const entry = (day: string, body: EntryBody, personName = 'Tomas Brekkan'): LogEntry => {
  const at = `${day}T07:00:00Z`;
  const about = { id: `e${++n}`, jobId: 'j', deviceId: 'd', deviceSeq: n, prevHash: '', personId: personName, personName };
  return { ...about, occurredAt: at, writtenAt: at, body, hash: '', signature: null };
};
const card = (part: Partial<ShownCard> = {}): ShownCard => ({
  name: 'Jorun Veld',
  skill: 'injection',
  number: 'IN-7',
  until: '2026-05-31',
  ...part,
});
const talk = (day: string, heard: string[], cards?: ShownCard[]) =>
  entry(day, { kind: 'talk', cautions: ['silica-dust'], heard, ...(cards ? { cards } : {}) });
const of = (...entries: LogEntry[]) =>
  qualifiedIn(
    entries.map((each) => ({ entry: each })),
    'Europe/Oslo',
  ).map(({ name, cards }) => [name, cards.map(({ skill, number, until, hadLapsed }) => [skill, number, until, hadLapsed])]);

test('who wrote and who heard, each once, with the cards that were shown for them', () => {
  expect(
    of(talk('2026-05-04', ['Jorun Veld', 'tomas brekkan'], [card()]), entry('2026-05-05', { kind: 'note', note: 'x' }, 'Ada Lund')),
  ).toEqual([
    ['Tomas Brekkan', []],
    ['Jorun Veld', [['injection', 'IN-7', '2026-05-31', false]]],
    ['Ada Lund', []],
  ]);
});
test('whom a finish names was there as well', () => {
  const finish: EntryBody = { kind: 'finish', workItemId: 'a', planRevisionId: 'r', hands: ['Bo Tann'] };
  expect(of(entry('2026-05-04', finish))).toEqual([
    ['Tomas Brekkan', []],
    ['Bo Tann', []],
  ]);
});
test('a card is good to the end of its day, and said to have run out after it', () => {
  const on = (day: string) => of(talk(day, ['Jorun Veld'], [card()]))[1];
  expect(on('2026-05-31')).toEqual(['Jorun Veld', [['injection', 'IN-7', '2026-05-31', false]]]);
  expect(on('2026-06-02')).toEqual(['Jorun Veld', [['injection', 'IN-7', '2026-05-31', true]]]);
});
test('renewed it is told as it was shown last; another number is another card; one without an end does not run out', () => {
  const renewed = of(
    talk('2026-06-02', ['Jorun Veld'], [card()]),
    talk(
      '2026-06-03',
      ['Jorun Veld'],
      [card({ until: '2028-05-31' }), card({ number: 'IN-8' }), { name: 'Jorun Veld', skill: 'resins', number: 'R1' }],
    ),
  );
  expect(renewed[1]).toEqual([
    'Jorun Veld',
    [
      ['injection', 'IN-7', '2028-05-31', false],
      ['injection', 'IN-8', '2026-05-31', true],
      ['resins', 'R1', undefined, false],
    ],
  ]);
});
