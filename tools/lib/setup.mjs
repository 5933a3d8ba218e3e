// Brings a fresh machine to where the project can be built and run. Only Node's own modules: nothing is installed yet.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { CHROMIUM } from './chromium.mjs';
import { findBinaries } from './postgres.mjs';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');

/** What Debian packages the project needs, and how to see that they are there. */
const PACKAGES = /** @type {const} */ ({
  postgresql: () => findBinaries() !== null,
  chromium: () => existsSync(CHROMIUM.executablePath),
  openssl: () => existsSync('/usr/bin/openssl'),
  // puts a certificate where Chromium looks for those it trusts
  'libnss3-tools': () => existsSync('/usr/bin/certutil'),
  // references of the core's bench
  'python3-scipy': () => existsSync('/usr/lib/python3/dist-packages/scipy'),
  minizinc: () => existsSync('/usr/bin/minizinc'),
  flatzinc: () => existsSync('/usr/bin/fzn-gecode'),
});

/** Installs the named Debian packages where missing; ends with one clear line where that is not possible. @param {(keyof typeof PACKAGES)[]} wanted */
export function ensurePackages(...wanted) {
  const why = installPackages(...wanted);
  if (why) fail(why);
}

/** Installs the named Debian packages where missing; says in one line why it could not. @param {(keyof typeof PACKAGES)[]} wanted @returns {string | null} */
export function installPackages(...wanted) {
  const missing = wanted.filter((name) => !PACKAGES[name]());
  if (missing.length === 0) return null;
  const isRoot = process.getuid?.() === 0;
  const maySudo = !isRoot && spawnSync('sudo', ['-n', 'true']).status === 0;
  if (!isRoot && !maySudo) return `Please install: apt-get install ${missing.join(' ')} (this user may not).`;
  console.log(`Installing ${missing.join(' and ')} from Debian …`);
  const prefix = isRoot ? [] : ['sudo', '-n'];
  for (const args of [
    ['update', '-qq'],
    ['install', '-y', '-qq', '--no-install-recommends', ...missing],
  ]) {
    const [program, ...rest] = [...prefix, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args];
    const { status, stderr, stdout } = spawnSync(program ?? '', rest, { encoding: 'utf8' });
    if (status !== 0) return `apt-get ${args[0]} failed:\n${stdout}${stderr}`;
  }
  const still = missing.filter((name) => !PACKAGES[name]());
  return still.length > 0 ? `Installed, but not found where Debian puts it: ${still.join(', ')}.` : null;
}

/** Installs the npm packages of the lock file, once for each lock file. */
export function ensureModules() {
  const mark = join(ROOT, 'node_modules', '.lock-installed');
  const hash = hashOf('package-lock.json');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === hash) return;
  console.log('Installing npm packages …');
  execFileSync('npm', ['ci', '--no-progress', '--loglevel=error'], { cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'] });
  writeFileSync(mark, hash);
}

/** @param {string} file */
function hashOf(file) {
  return createHash('sha256')
    .update(readFileSync(join(ROOT, file)))
    .digest('hex');
}

/** The folder for what is never committed. */
export function dataFolder() {
  const folder = join(ROOT, '.data');
  mkdirSync(folder, { recursive: true });
  return folder;
}

/** Runs a program of the project's own packages. @param {string} script @param {string[]} args @param {NodeJS.ProcessEnv} [env] */
export function runNode(script, args, env = {}) {
  const { status } = spawnSync(process.execPath, [join(ROOT, script), ...args], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (status !== 0) process.exit(status ?? 1);
}

/** @param {string} script @param {string[]} args @param {NodeJS.ProcessEnv} env */
export function spawnNode(script, args, env) {
  return spawn(process.execPath, [join(ROOT, script), ...args], { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
}

/** One clear line, and out. @param {string} message @returns {never} */
export function fail(message) {
  console.error(message);
  process.exit(1);
}
