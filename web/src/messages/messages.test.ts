import { DAMP_CAUSES, DAMP_EVIDENCE } from '@caulkhorn/core/survey';
import { readFileSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { COMMAND_KINDS } from '@caulkhorn/contract';
import { DETAIL_RULES, FIRST_ACTIONS, FIT_CRITERIA, PREPARE_IDS, PURPOSES, SCHOOLS, SHEET_CRITERIA, TRAPS } from '@caulkhorn/core/build-up';
import { CALCULATORS, CALCULATOR_GROUPS } from '@caulkhorn/core/calculators';
import { type FieldSpec, describeFields } from '@caulkhorn/core/fields';
import { FAMILIES, HAZARDS, PART_NAMES, PRODUCT_FIELDS, SHIPPED_CATALOGUE, TOOLS } from '@caulkhorn/core/catalogue';
import {
  FAMILY_IDS,
  OLD_LAYERS,
  PRODUCT_ROLES,
  WET_STATES,
  FACE_KINDS,
  FEATURE_KINDS,
  ATTACKS,
  CARE_IDS,
  FINISH_KINDS,
  GRADES,
  STANDINGS,
  LEVEL_KINDS,
  MOVEMENTS,
  PIPE_KINDS,
  READING_KINDS,
  REACHES,
  SALTS,
  SIGNS,
  SIDE_KINDS,
  SUBSTRATES,
  TRAFFICS,
} from '@caulkhorn/core/jobs';
import { PACES, WORK_STEPS } from '@caulkhorn/core/planning';
import { EN } from './en';
import './bench-page';
import './glossary';
import './today';
import { BENCH_PAGE } from './en/bench-page';
import { LATER } from './en/later';
import { GLOSSARY } from './en/glossary';
import { TODAY } from './en/today';
import { has, t, tOf } from './t';

const WEB = resolve(__dirname, '..');
const REPO = resolve(WEB, '../..');

function sources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return entry.name === 'messages' || entry.name === 'dist' || entry.name === 'testing' ? [] : sources(path);
    return /\.tsx?$/.test(entry.name) && !/\.test\./.test(entry.name) ? [readFileSync(path, 'utf8')] : [];
  });
}

test('every key that the screens name has words', () => {
  const keys = new Set(sources(WEB).flatMap((text) => [...text.matchAll(/\bt\(\s*'([^']+)'/g)].map((match) => match[1]!)));
  expect(keys.size).toBeGreaterThan(200);
  expect([...keys].filter((key) => !has(key))).toEqual([]);
});

test('what may be said before anything is planned is known from the start', () => {
  // the first page comes with its own words
  const early = ['people', 'job', 'desk', 'sheet', 'survey', 'devices', 'shared', 'exchange', 'drawings']
    .flatMap((room) => sources(join(WEB, room)))
    // a page that fetches them itself may speak them
    .filter((text) => !text.includes("import '../messages/later'"));
  const keys = [...early, readFileSync(join(WEB, 'app.tsx'), 'utf8')].flatMap((text) =>
    [...text.matchAll(/\bt\(\s*'([^']+)'/g)].map((match) => match[1]!),
  );
  expect([...new Set(keys)].filter((key) => !(key in EN))).toEqual([]);
});

test('no word is said in two ways', () =>
  expect(
    [...Object.keys(LATER), ...Object.keys(BENCH_PAGE), ...Object.keys(GLOSSARY), ...Object.keys(TODAY)].filter(
      (key) => key in EN && !key.startsWith('field.') && !key.startsWith('value.'),
    ),
  ).toEqual([]));

test('no word of one file stands in another: the later one would silently take its place', () => {
  const files = readdirSync(join(WEB, 'messages/en')).filter((file) => file.endsWith('.ts'));
  const seen = new Map<string, string>();
  const twice = files.flatMap((file) =>
    [...readFileSync(join(WEB, 'messages/en', file), 'utf8').matchAll(/^  '([^']+)':/gm)].flatMap(([, key]) => {
      const before = seen.get(key!);
      seen.set(key!, file);
      return before === undefined || /^(field|value)\./.test(key!) ? [] : [`${key} in ${before} and ${file}`];
    }),
  );
  expect(twice).toEqual([]);
});

test('every code with which core and contract refuse has words', () => {
  const code = /(?:\bissue|fail)\(\s*'([a-z][a-z0-9-]+)'/g;
  const codes = new Set(
    sources(join(REPO, 'core/src'))
      .concat(sources(join(REPO, 'server/src')))
      .flatMap((text) => [...text.matchAll(code)].map((match) => match[1]!)),
  );
  const spoken = [...codes].filter((each) => !each.startsWith('no-governing') && each !== 'rating-fails');
  expect(spoken.length).toBeGreaterThan(30);
  expect(spoken.filter((each) => !has(`issue.${each}`) && !has(`gap.${each}`))).toEqual([]);
});

test('every calculation has a name, words to find it by, and words for each of its fields, in and out', () => {
  const missing = new Set<string>();
  const want = (key: string) => void (has(key) || missing.add(key));
  const ofSpec = (name: string, spec: FieldSpec): void => {
    want(`field.${name}`);
    if (spec.type === 'choice') spec.choices.forEach((each) => want(`value.${each}`));
    if (spec.type === 'record') Object.entries(spec.fields).forEach(([inner, innerSpec]) => ofSpec(inner, innerSpec));
    if (spec.type === 'list' || spec.type === 'map') ofSpec(name, spec.of);
  };
  for (const [group, calculators] of Object.entries(CALCULATOR_GROUPS)) {
    want(`group.${group}`);
    for (const { id, fields, outputs } of calculators) {
      want(`calculator.${id}`);
      want(`finds.${id}`);
      Object.entries(fields).forEach(([name, { spec }]) => ofSpec(name, spec));
      Object.keys(outputs).forEach((name) => want(`field.${name}`));
    }
  }
  expect([...missing]).toEqual([]);
});

test.each([
  ['substrate', SUBSTRATES],
  ['face-kind', FACE_KINDS],
  ['side', SIDE_KINDS],
  ['feature', FEATURE_KINDS],
  ['wet', WET_STATES],
  ['legend', ['fine', 'wide', 'moving', 'leaking', 'drops', 'pipe', 'fillet', 'governing', 'level', 'head']],
  ['tool', ['reading', ...FEATURE_KINDS]],
  ['reading', READING_KINDS],
  ['sign', SIGNS],
  ['cause', DAMP_CAUSES],
  ['deed', DAMP_CAUSES],
  ['evidence', DAMP_EVIDENCE.map(({ id }) => id)],
  ['salts', SALTS],
  ['reach', REACHES],
  ['level-kind', LEVEL_KINDS],
  ['pipe', PIPE_KINDS],
  ['movement', MOVEMENTS],
  ['calculator', [...CALCULATORS.keys()]],
  ['command', COMMAND_KINDS.map((kind) => kind.split('.')[0]!)],
  ['caution', [...HAZARDS, 'pressure', 'jet', 'strip']],
  ['care', CARE_IDS],
  ['prepare', PREPARE_IDS.flatMap((id) => [id, `${id}.check`])],
  ['lay', FAMILY_IDS.flatMap((id) => ['how', 'right', 'next', 'look', 'laps', 'batch'].map((part) => `${id}.${part}`))],
  ['lay', FAMILY_IDS.flatMap((id) => [`clean.${FAMILIES[id].preparedFor}`, `never.${FAMILIES[id].preparedFor}`])],
  [
    'lay.by',
    FAMILY_IDS.flatMap((id) =>
      SHIPPED_CATALOGUE.choices('coat', id)
        .filter(({ coat }) => coat)
        .flatMap(({ placingKgPerMin = {} }) => Object.keys(placingKgPerMin).map((tool) => `${FAMILIES[id].preparedFor}.${tool}`)),
    ),
  ],
  ['family', FAMILY_IDS],
  ['role', PRODUCT_ROLES],
  ['old-layer', OLD_LAYERS],
  ['layer', FAMILY_IDS.flatMap((id) => FAMILIES[id].layers.map((layer) => layer.id))],
  ['step', [...WORK_STEPS, ...Object.keys(PACES)]],
  ['tool', TOOLS],
  ['card.part', PART_NAMES],
  ['traffic', TRAFFICS],
  ['finish', FINISH_KINDS],
  ['trap', TRAPS.map(({ id }) => id)],
  ['fit', [...FIT_CRITERIA, ...SHEET_CRITERIA, ...PURPOSES].map(({ id }) => id)],
  ['first', [...FIRST_ACTIONS, 'cannot']],
  ['standing', STANDINGS],
  ['attack', ATTACKS],
  ['grade', GRADES],
  ['school', Object.keys(SCHOOLS).flatMap((id) => [id, `${id}.A`, `${id}.B`, `${id}.A.why`, `${id}.B.why`])],
  ['why', [...DETAIL_RULES.map(({ why }) => why), 'left']],
  [
    'how',
    DETAIL_RULES.flatMap(({ steps }) =>
      steps.map((step) => (step.do === 'clean' ? `clean.${step.how}` : step.do === 'inject' ? step.role : step.do)),
    ),
  ],
])('every %s has words', (area, values) => expect(values.filter((value) => !has(`${area}.${value}`))).toEqual([]));

test('a rule that refuses says what to do instead', () => {
  for (const rule of DETAIL_RULES) if (rule.verdict === 'refuse') expect(has(`instead.${rule.why}`)).toBe(true);
});

test('every figure of a product’s sheet has words, and so has each of its choices', () => {
  const missing = new Set<string>();
  const visit = (name: string, spec: FieldSpec): void => {
    if (!has(`field.${name}`)) missing.add(`field.${name}`);
    if (spec.type === 'choice') for (const each of spec.choices) if (!has(`value.${each}`)) missing.add(`value.${each}`);
    if (spec.type === 'record') for (const [each, of] of Object.entries(spec.fields)) visit(each, of);
    if (spec.type === 'list') visit(name, spec.of);
  };
  for (const [name, spec] of Object.entries(describeFields(PRODUCT_FIELDS))) visit(name, spec);
  expect([...missing]).toEqual([]);
});

test('values are filled in; an unknown code is told in general words', () => {
  expect(t('issue.above-max', { max: 100 })).toBe('At most 100.');
  expect(tOf('issue.never-heard-of')).toBe('This is not accepted (never-heard-of).');
});

test('one of a thing is spoken of as one', () => {
  expect([t('card.batches', { n: 1 }), t('card.batches', { n: 3 }), t('count.no-level', { n: 1 })]).toEqual([
    '1 batch',
    '3 batches',
    '1 without level',
  ]);
});
