import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

const ROOT = resolve(__dirname, '../../..');
const DOCS = ['docs/architecture.md', 'docs/where-to-change.md', 'docs/running.md', 'CONTRIBUTING.md'];
/** written as code, with a folder and an ending */
const FILE = /`((?:core|contract|server|web|tools|docs|e2e)\/[\w./-]+\.(?:tsx?|mjs|cjs|md|json))`/g;

test.each(DOCS)('every file that %s names is there', (doc) => {
  const named = [...readFileSync(join(ROOT, doc), 'utf8').matchAll(FILE)].map((match) => match[1]!);
  expect(named.filter((file) => !existsSync(join(ROOT, file)))).toEqual([]);
});

test('the page of typical changes names files for at least ten of them', () => {
  const rows = readFileSync(join(ROOT, 'docs/where-to-change.md'), 'utf8')
    .split('\n')
    .filter((line) => line.startsWith('| ') && !/^\| (what \||-)/.test(line));
  expect(rows.length).toBeGreaterThanOrEqual(10);
  for (const row of rows) expect([...row.matchAll(FILE)].length).toBeGreaterThan(0);
});
