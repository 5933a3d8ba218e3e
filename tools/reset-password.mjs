// npm run reset-password -- --email ADDRESS [--at https://…]: prints a link with which that person sets a new password, once, within a day.
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ROOT, fail } from './lib/setup.mjs';

const text = /** @type {const} */ ({ type: 'string' });
const { values } = parseArgs({ options: { email: text, at: { ...text, default: 'http://localhost:4400' } } });
const databaseUrl = process.env.OWNER_DATABASE_URL;
if (!databaseUrl) fail('OWNER_DATABASE_URL is missing in the environment.');
if (!values.email) fail('usage: npm run reset-password -- --email ADDRESS [--at https://address-of-the-server]');
const { Accounts } = createRequire(import.meta.url)(join(ROOT, 'server/dist/people/accounts.js'));
const token = await Accounts.using(databaseUrl, (/** @type {any} */ accounts) => accounts.makeReset(values.email));
if (!token) fail(`Nobody here has the address ${values.email}.`);
console.log(`${values.at}/reset#${token}`);
