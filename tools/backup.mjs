// npm run backup -- --to FILE.tar: everything a server needs to go on elsewhere: roles, data, photos, keys. OWNER_DATABASE_URL in the environment.
import { existsSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { backUp } from './lib/backup.mjs';
import { fail } from './lib/setup.mjs';

const { values } = parseArgs({ options: { to: { type: 'string' } } });
const ownerUrl = process.env.OWNER_DATABASE_URL;
if (!ownerUrl) fail('OWNER_DATABASE_URL is missing in the environment.');
if (!values.to) fail('usage: npm run backup -- --to FILE');
if (existsSync(values.to)) fail(`${values.to} is there already: a backup is never written over.`);
try {
  const { bytes, tables } = backUp(ownerUrl, values.to);
  console.log(
    `${values.to}: ${tables} tables, ${(bytes / 1e6).toFixed(1)} MB. It holds the server's private key: keep it as you keep a key.`,
  );
} catch (fault) {
  fail(`No backup was made: ${fault instanceof Error ? fault.message : String(fault)}`);
}
