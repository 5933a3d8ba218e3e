// npm run migrate: brings the database at OWNER_DATABASE_URL up to date, and makes the login that stands in DATABASE_URL.
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ROOT, fail } from './lib/setup.mjs';

const { OWNER_DATABASE_URL: ownerUrl, DATABASE_URL: serverUrl } = process.env;
if (!ownerUrl) fail('OWNER_DATABASE_URL is missing in the environment: the address of the database for its owner.');
const { migrate } = createRequire(import.meta.url)(join(ROOT, 'server/dist/platform/database.js'));
try {
  await migrate(ownerUrl, serverUrl);
} catch (fault) {
  fail(`The database could not be brought up to date: ${fault instanceof Error ? fault.message : String(fault)}`);
}
console.log(serverUrl ? 'The database is up to date, and the server has its login.' : 'The database is up to date.');
