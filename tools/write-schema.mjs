// npm run schema: writes what is published: the JSON Schema of job files, what each calculator takes, gives and goes by, fields and rules.
import { mkdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ROOT } from './lib/setup.mjs';

const require = createRequire(import.meta.url);
const { jobFileSchema } = require(join(ROOT, 'server/dist/platform/contract-schemas.js'));
mkdirSync(join(ROOT, 'docs/formats'), { recursive: true });
writeFileSync(join(ROOT, 'docs/formats/caulkhorn-job-3.schema.json'), `${JSON.stringify(jobFileSchema(), null, 2)}\n`);
const { PUBLISHED } = await import(join(ROOT, 'core/dist/publishing/index.js'));
for (const [file, publish] of Object.entries(PUBLISHED))
  writeFileSync(join(ROOT, 'docs/formats', file), `${JSON.stringify(publish(), null, 2)}\n`);
