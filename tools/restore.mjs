// npm run restore -- --from FILE: brings a backup into the empty database at OWNER_DATABASE_URL. DATABASE_URL, where given, is the login to make.
import { existsSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { restore } from './lib/backup.mjs';
import { ROOT, fail } from './lib/setup.mjs';

const { values } = parseArgs({ options: { from: { type: 'string' } } });
const { OWNER_DATABASE_URL: ownerUrl, DATABASE_URL: serverUrl } = process.env;
if (!ownerUrl) fail('OWNER_DATABASE_URL is missing in the environment.');
if (!values.from) fail('usage: npm run restore -- --from FILE');
if (!existsSync(values.from)) fail(`There is no file ${values.from}.`);
try {
  restore(ownerUrl, values.from);
  // a backup of an older version is brought up to date
  await createRequire(import.meta.url)(join(ROOT, 'server/dist/platform/database.js')).migrate(ownerUrl, serverUrl);
} catch (fault) {
  fail(`Not restored: ${fault instanceof Error ? fault.message : String(fault)}`);
}
console.log(`Restored from ${values.from}. Start the server with the SESSION_SECRET it had, or everyone signs in anew.`);
