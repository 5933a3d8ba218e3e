// npm run schema: writes what is published: the JSON Schema of job files, and what each calculator takes, gives and goes by.
import { mkdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ROOT } from './lib/setup.mjs';

const require = createRequire(import.meta.url);
const { jobFileSchema } = require(join(ROOT, 'server/dist/platform/contract-schemas.js'));
mkdirSync(join(ROOT, 'docs/formats'), { recursive: true });
writeFileSync(join(ROOT, 'docs/formats/caulkhorn-job-3.schema.json'), `${JSON.stringify(jobFileSchema(), null, 2)}\n`);
const { publishedCalculators } = await import(join(ROOT, 'core/dist/calculators/index.js'));
writeFileSync(join(ROOT, 'docs/formats/calculators.json'), `${JSON.stringify(publishedCalculators(), null, 2)}\n`);
