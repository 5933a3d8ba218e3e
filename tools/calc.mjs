// npm run -s calc -- ID JSON   |   npm run -s calc -- --batch < lines
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
const { calculate } = await import(built);
const { issuesByPath } = await import(`${root}core/dist/issues.js`);

/** @param {string} id @param {unknown} input */
function answer(id, input) {
  const result = calculate(id, input);
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
} else if (process.argv.length !== 4) {
  console.log(JSON.stringify({ error: 'usage: npm run -s calc -- ID JSON, or --batch with lines of {"id", "in"}', fields: {} }));
  process.exitCode = 2;
} else {
  const { value, failed } = parse(String(process.argv[3]));
  const out = failed ?? answer(String(process.argv[2]), value);
  console.log(JSON.stringify(out));
  if ('error' in out) process.exitCode = 2;
}
