import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, runNode } from './setup.mjs';

const SOURCES = [
  'core/src',
  'contract/src',
  'server/src',
  'web/src',
  'web/public',
  'web/index.html',
  'web/vite.config.ts',
  'web/vite.print.config.ts',
  'web/phone-parts.ts',
  'web/verify-plugin.ts',
  'package-lock.json',
  'tsconfig.base.json',
];
const MARK = join(ROOT, 'web/dist/.built-from');

/** Compiles core, contract and server and builds the web app; nothing when no source has changed since. */
export function build() {
  const from = fingerprint();
  if (existsSync(MARK) && existsSync(join(ROOT, 'server/dist/main.js')) && readFileSync(MARK, 'utf8') === from) return;
  console.log('Building …');
  runNode('node_modules/typescript/bin/tsc', ['-b', 'core', 'contract', 'server']);
  runNode('node_modules/vite/bin/vite.js', ['build', 'web', '--logLevel', 'warn']);
  runNode('node_modules/vite/bin/vite.js', ['build', 'web', '--config', 'web/vite.print.config.ts', '--logLevel', 'warn']);
  writeFileSync(MARK, from);
}

function fingerprint() {
  const hash = createHash('sha256');
  for (const source of SOURCES) for (const file of filesUnder(join(ROOT, source))) hash.update(file).update(readFileSync(file));
  return hash.digest('hex');
}

/** @param {string} path @returns {string[]} */
function filesUnder(path) {
  try {
    return readdirSync(path, { withFileTypes: true })
      .sort((a, b) => (a.name < b.name ? -1 : 1))
      .flatMap((entry) => filesUnder(join(path, entry.name)));
  } catch {
    return existsSync(path) ? [path] : [];
  }
}
