// npm run add-person -- --email … --name … --organisation … --role …   (password on standard input, OWNER_DATABASE_URL in the environment)
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { parseArgs } from 'node:util';
import { ROOT, fail } from './lib/setup.mjs';

const USAGE =
  'usage: npm run add-person -- --email ADDRESS --name NAME --organisation NAME (--role planner|foreman|inspector|apprentice | --guest JOB_ID)';
const ROLES = ['planner', 'foreman', 'inspector', 'apprentice'];

const text = /** @type {const} */ ({ type: 'string' });
const { values } = parseArgs({ options: { email: text, name: text, organisation: text, role: text, guest: text } });
const { email, name, organisation, role, guest } = values;
const databaseUrl = process.env.OWNER_DATABASE_URL ?? process.env.DATABASE_URL;
if (!databaseUrl) fail('OWNER_DATABASE_URL is missing in the environment.');
if (!email?.includes('@') || !name || !organisation || Boolean(role) === Boolean(guest) || (role && !ROLES.includes(role))) fail(USAGE);

const input = createInterface({ input: process.stdin, output: process.stderr, terminal: false });
process.stderr.write('Password (at least 12 characters): ');
const password = (await input[Symbol.asyncIterator]().next()).value ?? '';
input.close();
if (password.length < 12) fail('The password is shorter than 12 characters.');

const { Accounts } = createRequire(import.meta.url)(join(ROOT, 'server/dist/people/accounts.js'));
const { migrate } = createRequire(import.meta.url)(join(ROOT, 'server/dist/platform/database.js'));
await migrate(databaseUrl);
await Accounts.using(databaseUrl, async (/** @type {any} */ accounts) => {
  const organisationId = (await accounts.findOrganisation(organisation)) ?? (await accounts.addOrganisation(organisation));
  const personId = await accounts.addPerson({ email, name, password });
  await (guest ? accounts.addGuest(organisationId, guest, personId) : accounts.addMembership(organisationId, personId, role));
});
console.log(guest ? `${name} is a guest on job ${guest} of ${organisation}.` : `${name} is now ${role} at ${organisation}.`);
