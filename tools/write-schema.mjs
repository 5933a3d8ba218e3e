// npm run schema: writes what is published: the JSON Schema of job files, what each calculator takes, gives and goes by, fields and rules.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { isDeepStrictEqual } from 'node:util';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ROOT, fail } from './lib/setup.mjs';

const require = createRequire(import.meta.url);
const { jobFileSchema } = require(join(ROOT, 'server/dist/platform/contract-schemas.js'));
mkdirSync(join(ROOT, 'docs/formats'), { recursive: true });
writeFileSync(join(ROOT, 'docs/formats/caulkhorn-job-3.schema.json'), `${JSON.stringify(jobFileSchema(), null, 2)}\n`);
const { PUBLISHED, workedExamples } = await import(join(ROOT, 'core/dist/publishing/index.js'));
for (const [file, publish] of Object.entries(PUBLISHED))
  writeFileSync(join(ROOT, 'docs/formats', file), `${JSON.stringify(publish(), null, 2)}\n`);

// a figure that was worked out otherwise before was worked out under another version: plans say by which one they were made
const path = join(ROOT, 'docs/formats/worked.json');
const [before, now] = [existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : undefined, JSON.parse(JSON.stringify(workedExamples()))];
const other = before && Object.keys(now.worked).filter((name) => !isDeepStrictEqual(before.worked[name], now.worked[name]));
if (other?.length > 0 && isDeepStrictEqual(before.by, now.by))
  fail(`Worked out otherwise than before under the same version: ${other.join(', ')}. Raise CORE_VERSION or DETAIL_RULES_VERSION.`);
writeFileSync(path, `${JSON.stringify(now, null, 1)}\n`);
