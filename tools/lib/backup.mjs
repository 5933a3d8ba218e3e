// What pg_dump and pg_restore are asked, with the roles that a fresh cluster lacks. Photos and keys are rows: they come along.
import { spawnSync } from 'node:child_process';
import { statSync } from 'node:fs';
import { join } from 'node:path';
import { findBinaries } from './postgres.mjs';

/** What the dump's grants and policies name; a cluster knows them or the restore is no server's database. */
const ROLES = ['caulkhorn_app', 'caulkhorn_gate'];
/** stands in a database while it is being restored: a server does not start on half a record */
const MARK = 'restore_running';

/** @param {string} program @param {string[]} args @param {string} url @param {string} [input] */
function pg(program, args, url, input) {
  const found = findBinaries();
  if (!found) throw new Error('PostgreSQL is not installed');
  const { hostname, port, username, password, pathname } = new URL(url);
  const target = ['-h', hostname, '-p', port || '5432', '-U', decodeURIComponent(username), '-d', pathname.slice(1)];
  const { status, stdout, stderr } = spawnSync(join(found.bin, program), [...target, ...args], {
    encoding: 'utf8',
    input,
    maxBuffer: 64 * 1024 * 1024,
    env: { ...process.env, PGPASSWORD: decodeURIComponent(password) },
  });
  if (status !== 0) throw new Error(`${program}: ${stderr.trim().split('\n').slice(-3).join(' ')}`);
  return stdout;
}

/** @param {string} url @param {string} sql */
const query = (url, sql) => pg('psql', ['-X', '-q', '-At', '-v', 'ON_ERROR_STOP=1', '-f', '-'], url, sql).trim();

/** Dumps the whole database into one file, in PostgreSQL's own compressed format. @param {string} ownerUrl @param {string} file */
export function backUp(ownerUrl, file) {
  pg('pg_dump', ['--format=custom', '--no-owner', '--file', file], ownerUrl);
  const tables = Number(query(ownerUrl, `select count(*) from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace`));
  return { bytes: statSync(file).size, tables };
}

/** @param {string} ownerUrl @param {string} file */
export function restore(ownerUrl, file) {
  const holds = query(
    ownerUrl,
    `select string_agg(relname, ',') from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace`,
  );
  if (holds !== '' && !holds.split(',').includes(MARK)) throw new Error('the database at OWNER_DATABASE_URL is not empty');
  if (holds !== '') query(ownerUrl, `drop schema if exists queue cascade; drop schema public cascade; create schema public`);
  query(ownerUrl, `create table ${MARK} (since timestamptz not null default now())`);
  for (const role of ROLES) query(ownerUrl, `do $$ begin create role ${role} nologin; exception when duplicate_object then null; end $$`);
  pg('pg_restore', ['--no-owner', '--exit-on-error', file], ownerUrl);
  query(ownerUrl, `drop table ${MARK}`);
}
