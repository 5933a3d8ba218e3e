// npm run schema: writes the published JSON Schema of job files from the contract's classes.
import { mkdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ROOT } from './lib/setup.mjs';

const require = createRequire(import.meta.url);
const { jobFileSchema } = require(join(ROOT, 'server/dist/platform/contract-schemas.js'));
mkdirSync(join(ROOT, 'docs/formats'), { recursive: true });
writeFileSync(join(ROOT, 'docs/formats/caulkhorn-job-3.schema.json'), `${JSON.stringify(jobFileSchema(), null, 2)}\n`);
