import { type SpawnSyncReturns, spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, test } from '@playwright/test';
import { toldTests } from '../tools/lib/told-tests.mjs';

const tool = (name: string, args: string[], input?: string, env: NodeJS.ProcessEnv = {}): SpawnSyncReturns<string> =>
  spawnSync(process.execPath, [resolve(__dirname, `../tools/${name}.mjs`), ...args], {
    encoding: 'utf8',
    input,
    env: { PATH: process.env['PATH'], ...env },
  });

test('calc prints one answer, and says what is wrong with an input', () => {
  const good = tool('calc', ['hydrostatic-head', '{"waterLevelM":1,"pointLevelM":0}']);
  expect([good.status, JSON.parse(good.stdout)]).toEqual([
    0,
    { headM: 1, pressureKPa: 9.80665, pressureBar: 0.0980665, pressurePsi: expect.closeTo(1.42233, 5) },
  ]);
  const bad = tool('calc', ['dew-point', '{"airTemperatureC":20,"relativeHumidityPct":130}']);
  expect([bad.status, JSON.parse(bad.stdout)]).toEqual([
    2,
    { error: 'invalid-input', fields: { relativeHumidityPct: [{ code: 'above-max', values: { max: 100, unit: '%' } }] } },
  ]);
  for (const args of [['no-such-thing', '{}'], ['film', '{half'], ['film'], []]) {
    const refused = tool('calc', args);
    expect(refused.status).toBe(2);
    expect(JSON.parse(refused.stdout)).toHaveProperty('fields');
  }
});

test('calc in batches answers line by line', () => {
  const lines = [
    '{"id":"film","in":{"wetFilmMm":1}}',
    '',
    'half',
    '{"id":"film","in":{}}',
    '3',
    '{"id":"working-life","in":{"lifeMin":20,"referenceC":20,"temperatureC":30}}',
  ];
  const answers = tool('calc', ['--batch'], `${lines.join('\n')}\n`)
    .stdout.trim()
    .split('\n')
    .map((line) => JSON.parse(line) as Record<string, unknown>);
  expect(answers.map((answer) => answer['error'] ?? 'ok')).toEqual(['ok', 'not-json', 'invalid-input', 'not-a-record', 'ok']);
  expect(answers[4]).toEqual({ lifeMin: 10 });
});

test('verify refuses what is no exported job', ({}, info) => {
  const file = info.outputPath('other.json');
  writeFileSync(file, '{"format":"caulkhorn-job","log":[{}]}');
  for (const args of [[], ['/nowhere.json'], [file]]) {
    const refused = tool('verify', args);
    expect(refused.status).toBe(1);
    expect(refused.stderr.trim().split('\n')).toHaveLength(1);
  }
});

test('start names what is missing in one line', () => {
  const refused = tool('start', [], undefined, { PORT: '1' });
  expect(refused.status).toBe(1);
  expect(refused.stderr.trim()).toMatch(/^Missing in the environment: DATABASE_URL .*SESSION_SECRET .*\.$/);
});

test('what failed, and what passed only at the second try, stands at the end of a log, without the colours of a terminal', () => {
  const spec = (title: string, status: string, ...messages: string[]) => ({
    title,
    file: 'a.spec.ts',
    line: 7,
    tests: [{ status, results: messages.map((message) => ({ errors: [{ message }] })) }],
  });
  const told = toldTests({
    suites: [
      {
        specs: [spec('holds', 'expected')],
        suites: [
          { specs: [spec('gives way', 'unexpected', '\u001b[31mexpected 1\u001b[39m\ngot 2', 'later'), spec('staggers', 'flaky', 'late')] },
        ],
      },
    ],
  });
  expect(told).toEqual({
    failed: ['a.spec.ts:7 gives way\n    expected 1\n    got 2'],
    secondTry: ['a.spec.ts:7 staggers\n    late'],
  });
});
