import { getMetadataStorage } from 'class-validator';
import { refusals } from '../../core/src/testing/results';
import { issuesByPath } from '../../core/src/issues';
import {
  BuildUpDto,
  CommandDto,
  FeatureDto,
  JobHeadDto,
  LogEntryDto,
  SignInDto,
  checkShape,
  payloadClass,
  permissionFor,
  COMMAND_KINDS,
  PERMISSIONS,
} from './index';
import * as contract from './index';
import { CONSTRAINT_CODES } from './check-shape';

const ID = '3b241101-e2bb-4255-8caf-4136c566a962';
const feature = { id: ID, faceId: ID, mark: 'K1', kind: 'crack', path: [[0, 1]], wetState: 'dry', widthMm: 0.4 };

test('a sound thing passes, as an instance of its class', () => {
  const result = checkShape(FeatureDto, feature);
  expect(result.ok && result.value).toBeInstanceOf(FeatureDto);
  expect(JSON.parse(JSON.stringify(result.ok && result.value))).toEqual(feature);
});

test.each<[string, object, string]>([
  ['a wrong type is said once, as that', { ...feature, widthMm: '0.4' }, 'not-a-number at widthMm'],
  ['NaN is no number', { ...feature, widthMm: NaN }, 'not-a-number at widthMm'],
  ['infinity is no number', { ...feature, widthMm: Infinity }, 'not-a-number at widthMm'],
  ['out of range', { ...feature, widthMm: -1 }, 'below-min at widthMm'],
  ['missing', { ...feature, mark: undefined }, 'missing at mark'],
  ['empty', { ...feature, mark: '' }, 'too-short at mark'],
  ['an unknown field', { ...feature, __proto: 1 }, 'unknown-field at __proto'],
  ['typed text with more in it', { ...feature, typed: { widthMm: { text: '0.4', unit: 'mm', x: 1 } } }, 'unknown-field at typed.widthMm.x'],
])('%s', (_name, value, wanted) => expect(refusals(checkShape(FeatureDto, value))).toEqual([wanted]));

test.each([null, 3, 'x', []])('%p is no record', (value) =>
  expect(refusals(checkShape(FeatureDto, value, 'payload'))).toEqual(['not-a-record at payload']),
);

test('time zones are those that exist', () => {
  const head = { id: ID, name: 'n', site: 's', timeZone: 'Europe/Oslo', currency: 'EUR', datum: 'd' };
  expect(checkShape(JobHeadDto, head).ok).toBe(true);
  expect(refusals(checkShape(JobHeadDto, { ...head, timeZone: 'Mars/Olympus' }))).toEqual(['not-a-time-zone at timeZone']);
});

test('a time must say its offset', () => {
  const command = { id: ID, deviceId: ID, jobId: ID, kind: 'feature.put', baseVersion: 0, payload: {}, occurredAt: '2026-05-20T10:00:00Z' };
  expect(checkShape(CommandDto, command).ok).toBe(true);
  expect(refusals(checkShape(CommandDto, { ...command, occurredAt: '2026-05-20T10:00:00' }))).toEqual([
    'not-a-time-with-offset at occurredAt',
  ]);
});

test('an address without @ is none', () =>
  expect(refusals(checkShape(SignInDto, { email: 'planner', password: 'x' }))).toEqual(['not-an-e-mail at email']));

test('every command has a payload class and a permission that someone holds', () => {
  for (const kind of COMMAND_KINDS) {
    expect(typeof payloadClass(kind)).toBe('function');
    expect(Object.values(PERMISSIONS).some((held) => held.includes(permissionFor(kind, {})))).toBe(true);
  }
});

test('an entry at a hold point is another permission’s than the rest of the log; what is no entry is the log’s', () => {
  expect(permissionFor('log.append', { body: { kind: 'hold' } })).toBe('hold');
  for (const payload of [{ body: { kind: 'start' } }, { body: null }, {}, undefined, 'x'])
    expect(permissionFor('log.append', payload)).toBe('log');
  expect(permissionFor('photo.put', { workItemId: 'a' })).toBe('log');
  expect(permissionFor('photo.put', { workItemId: 'a' }, 1)).toBe('survey');
  expect(permissionFor('photo.put', {})).toBe('survey');
  expect(permissionFor('face.put', { body: { kind: 'hold' } })).toBe('survey');
});

describe('what only looks like a thing', () => {
  const entry = (body: unknown) => ({
    id: ID,
    jobId: ID,
    deviceId: ID,
    deviceSeq: 1,
    prevHash: '0'.repeat(64),
    personId: ID,
    personName: 'Someone',
    occurredAt: '2026-05-20T10:00:00Z',
    writtenAt: '2026-05-20T10:00:00Z',
    hash: '0'.repeat(64),
    signature: null,
    body,
  });

  test.each<[string, unknown, string]>([
    ['an empty list for the body of an entry', [], 'not-a-record at body'],
    ['null for it', null, 'not-a-record at body'],
    ['an empty list for its air', { kind: 'reading', conditions: [] }, 'not-a-record at body.conditions'],
    ['a list of nothing for its air', { kind: 'reading', conditions: [null] }, 'not-a-record at body.conditions'],
    [
      'null for what may be left out',
      { kind: 'start', workItemId: 'w', planRevisionId: ID, conditions: null },
      'not-a-record at body.conditions',
    ],
  ])('%s is refused', (_name, body, wanted) => expect(refusals(checkShape(LogEntryDto, entry(body)))).toContain(wanted));

  test.each<[string, unknown]>([
    ['a list', []],
    ['null', null],
    ['a list of lists', [[]]],
  ])('%s is no placement, side, flow or pour', (_name, odd) => {
    expect(refusals(checkShape(FeatureDto, { ...feature, flow: odd }))).toContain('not-a-record at flow');
    expect(refusals(checkShape(BuildUpDto, { id: ID, faceId: ID, family: 'rigid-slurry', products: {}, pour: odd }))).toContain(
      'not-a-record at pour',
    );
  });

  test('half a letter is no text, wherever text may stand', () => {
    expect(refusals(checkShape(FeatureDto, { ...feature, note: 'a\ud800' }))).toEqual(['not-in-this-form at note']);
    expect(refusals(checkShape(FeatureDto, { ...feature, typed: { widthMm: { text: '\udfff', unit: 'mm' } } }))).toEqual([
      'not-in-this-form at typed.widthMm.text',
    ]);
    expect(checkShape(FeatureDto, { ...feature, note: 'a whole one: 😀' }).ok).toBe(true);
  });

  test('a field may be called as something of the language is', () => {
    const faults = checkShape(FeatureDto, { ...feature, toString: 1 });
    expect(!faults.ok && issuesByPath(faults.issues)).toEqual({ toString: [{ code: 'unknown-field' }] });
  });
});

test('what any rule of any shape has against something is called by a code that has words', () => {
  const rules = Object.values(contract as Record<string, unknown>).flatMap((each) =>
    typeof each === 'function' ? getMetadataStorage().getTargetValidationMetadatas(each, '', true, false) : [],
  );
  const names = new Set(rules.map(({ name, type }) => name ?? type));
  // that it may be left out, and what the field behind it says itself
  for (const name of ['conditionalValidation', 'isOfField']) names.delete(name);
  expect(names.size).toBeGreaterThan(15);
  expect([...names].filter((name) => !(name in CONSTRAINT_CODES))).toEqual([]);
});
