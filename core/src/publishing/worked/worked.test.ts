import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { checkModel } from '../../jobs';
import { madeJob } from './made-job';
import { WORKED, WORKED_BY } from './worked';

const published = JSON.parse(readFileSync(resolve(__dirname, '../../../../docs/formats/worked.json'), 'utf8')) as {
  by: typeof WORKED_BY;
  worked: Record<string, unknown>;
};

test.each(Object.entries(WORKED))(
  '%s is worked out as it was under this version: where a figure changes, raise CORE_VERSION or DETAIL_RULES_VERSION, then npm run schema',
  (name, work) => {
    expect(JSON.parse(JSON.stringify(work()))).toEqual(published.worked[name]);
  },
);

test('it was worked out by these versions, and nothing else was', () => {
  expect(published.by).toEqual(WORKED_BY);
  expect(Object.keys(published.worked).sort()).toEqual(Object.keys(WORKED).sort());
});

test('the jobs are such as the app would keep, but for openings that meet a flaw', () => {
  const codes = Array.from({ length: 16 }, (_, i) => checkModel(madeJob(i + 1)).map(({ code }) => code)).flat();
  expect(codes.filter((code) => code !== 'off-its-face')).toEqual([]);
});
