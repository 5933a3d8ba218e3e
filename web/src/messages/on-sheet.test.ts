import { LEVEL_KINDS, READING_KINDS, READING_SPECS, SUBSTRATES } from '@caulkhorn/core/jobs';
import { readFileSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { EN } from './en';
import { MEASURING } from './en/measuring';
import { SURVEY } from './en/survey';

const WEB = resolve(__dirname, '..');
/** What the painter says; it knows these words and no others. */
const KNOWN = new Set([...Object.keys(SURVEY), ...Object.keys(MEASURING)]);

test('every word that is painted on the sheet is one that its painter knows', () => {
  const painters = readdirSync(join(WEB, 'sheet')).filter((name) => /^paint(?!-overlay|-walk)[a-z-]*\.ts$/.test(name));
  expect(painters.length).toBeGreaterThan(4);
  const texts = [...painters.map((name) => join(WEB, 'sheet', name)), join(WEB, 'words/reading-text.ts')].map((path) =>
    readFileSync(path, 'utf8'),
  );
  const said = texts.flatMap((text) => [...text.matchAll(/\btO?f?\(\s*'([^']+)'/g)].map((match) => match[1]!));
  expect(said.filter((key) => !KNOWN.has(key))).toEqual([]);
  const started = texts.flatMap((text) => [...text.matchAll(/\btO?f?\(\s*`([a-z.-]+\.)\$/g)].map((match) => match[1]!));
  expect([...new Set(started)].sort()).toEqual(['level-kind.', 'reading.knife-test.', 'substrate.', 'unit.']);
});

test('and every value that is put into one', () => {
  const keys = [
    ...SUBSTRATES.map((each) => `substrate.${each}`),
    ...LEVEL_KINDS.map((each) => `level-kind.${each}`),
    ...[0, 1].map((each) => `reading.knife-test.${each}`),
  ];
  expect(keys.filter((key) => !KNOWN.has(key))).toEqual([]);
  // a unit without words of its own is written as it is: those of readings have none
  for (const kind of READING_KINDS) expect(Object.keys(EN)).not.toContain(`unit.${READING_SPECS[kind].unit}`);
});
