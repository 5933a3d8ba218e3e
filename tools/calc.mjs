// npm run -s calc -- ID JSON   |   npm run -s calc -- --batch < lines   |   npm run -s calc -- --list [ID]
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const built = `${root}core/dist/calculators/index.js`;
if (!existsSync(built)) {
  try {
    if (!existsSync(`${root}node_modules/typescript`))
      execFileSync('npm', ['ci', '--no-progress'], { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] });
    execFileSync(process.execPath, [`${root}node_modules/typescript/bin/tsc`, '-b', `${root}core`], { stdio: ['ignore', 2, 'inherit'] });
  } catch {
    console.error('calc: the calculators could not be built');
    process.exit(1);
  }
}
const { CALCULATORS, calculate } = await import(built);
const { describeFields } = await import(`${root}core/dist/fields/index.js`);
const { issuesByPath } = await import(`${root}core/dist/issues.js`);

/** No calculation runs longer than this, whatever its input asks for. */
const LONGEST_MS = 60_000;

/** @param {string} id @param {unknown} input */
function answer(id, input) {
  const beganAt = performance.now();
  const result = calculate(
    id,
    input,
    (/** @type {number} */ _, /** @type {number} */ limitMs) => performance.now() - beganAt >= Math.min(limitMs, LONGEST_MS),
  );
  if (result.ok) return result.value;
  const unknownId = result.issues[0].code === 'unknown-calculator';
  return { error: unknownId ? 'unknown-calculator' : 'invalid-input', fields: issuesByPath(result.issues) };
}

/** @param {string} text */
function parse(text) {
  try {
    return { value: JSON.parse(text) };
  } catch {
    return { failed: { error: 'not-json', fields: {} } };
  }
}

if (process.argv[2] === '--batch') {
  for await (const line of createInterface({ input: process.stdin })) {
    if (line.trim() === '') continue;
    const { value, failed } = parse(line);
    const isRecord = typeof value === 'object' && value !== null;
    console.log(JSON.stringify(failed ?? (isRecord ? answer(String(value.id), value.in) : { error: 'not-a-record', fields: {} })));
  }
} else if (process.argv[2] === '--list') {
  for (const { id, fields, oneOf = [], outputs } of CALCULATORS.values())
    if (process.argv[3] === undefined) console.log(id);
    else if (process.argv[3] === id) console.log(JSON.stringify({ id, in: describeFields(fields), oneOf, out: outputs }, null, 2));
} else if (process.argv.length !== 4) {
  console.log(
    JSON.stringify({ error: 'usage: npm run -s calc -- ID JSON, --batch with lines of {"id", "in"}, or --list [ID]', fields: {} }),
  );
  process.exitCode = 2;
} else {
  const { value, failed } = parse(String(process.argv[3]));
  const out = failed ?? answer(String(process.argv[2]), value);
  console.log(JSON.stringify(out));
  if ('error' in out) process.exitCode = 2;
}
