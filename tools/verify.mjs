// npm run verify -- FILE: checks the log of an exported job without the app, and names the first broken link.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, ensureModules, fail, runNode } from './lib/setup.mjs';

const file = process.argv[2];
if (!file || process.argv.length > 3) fail('usage: npm run verify -- FILE');
if (!existsSync(file)) fail(`There is no file ${file}.`);
const core = join(ROOT, 'core/dist/site-log/index.js');
if (!existsSync(core)) {
  ensureModules();
  runNode('node_modules/typescript/bin/tsc', ['-b', 'core']);
}
const { findBrokenLink } = await import(core);

const BROKEN = {
  'entry-altered': 'was altered after it was written',
  'device-chain-broken': 'does not follow the entry before it from the same device',
  'receipt-altered': 'has a receipt that was altered',
  'receipt-chain-broken': 'does not follow the receipt before it',
};

const log = readLog(readFileSync(file, 'utf8'));
const broken = findBrokenLink(log);
if (broken)
  fail(`BROKEN at entry ${broken.receiptSeq} (${broken.entryId}): it ${BROKEN[/** @type {keyof typeof BROKEN} */ (broken.code)]}.`);
const last = log.at(-1);
console.log(`${log.length} entries, every link holds.`);
if (last) console.log(`last entry   ${last.entry.hash}\nlast receipt ${last.receipt.receiptHash}`);

/** @param {string} text @returns {{ entry: { hash: string }, receipt: { receiptHash: string } }[]} */
function readLog(text) {
  try {
    const { format, log: lines } = JSON.parse(text);
    const isLog = Array.isArray(lines) && lines.every((line) => line?.entry?.hash && line?.receipt?.receiptHash);
    if (format === 'caulkhorn-job' && isLog) return lines;
  } catch {
    // told below
  }
  return fail(`${file} is no exported job (format caulkhorn-job).`);
}
