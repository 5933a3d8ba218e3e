// npm run verify -- FILE [--server FINGERPRINT]: checks the log of an exported job without the app: every link, every signature, and who signed what.
import { existsSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ROOT, ensureModules, fail, runNode } from './lib/setup.mjs';

const { values, positionals } = parseArgs({ options: { server: { type: 'string' } }, allowPositionals: true, strict: false });
const [file] = positionals;
if (!file || positionals.length > 1) fail('usage: npm run verify -- FILE [--server FINGERPRINT]');
if (!existsSync(file)) fail(`There is no file ${file}.`);
const core = join(ROOT, 'core/dist/site-log/index.js');
const signatures = join(ROOT, 'server/dist/records/signatures.js');
if (!existsSync(core) || !existsSync(signatures)) {
  ensureModules();
  runNode('node_modules/typescript/bin/tsc', ['-b', 'core', 'contract', 'server']);
}
const { findBrokenLink, timeMarks } = await import(core);
const { findBrokenSignature } = createRequire(import.meta.url)(signatures);

const BROKEN = {
  'entry-altered': 'was altered after it was written',
  'device-chain-broken': 'does not follow the entry before it from the same device',
  'receipt-altered': 'has a receipt that was altered',
  'receipt-chain-broken': 'does not follow the receipt before it',
};
const UNSIGNED = {
  'signature-does-not-match': 'bears a signature that is not of what was signed',
  'key-missing': 'bears a signature for which the file holds no key',
};

/** @typedef {{ entry: { hash: string, signature: string | null }, receipt: { receiptSeq: number, receiptHash: string, keyId?: string, signature?: string }, importedAt?: string }} Line */
const { log, keys } = readLog(readFileSync(file, 'utf8'));
const broken = findBrokenLink(log);
if (broken)
  fail(`BROKEN at entry ${broken.receiptSeq} (${broken.entryId}): it ${BROKEN[/** @type {keyof typeof BROKEN} */ (broken.code)]}.`);
const unsigned = findBrokenSignature(log, keys);
if (unsigned)
  fail(`BROKEN at entry ${log[unsigned.index]?.receipt.receiptSeq}: it ${UNSIGNED[/** @type {keyof typeof UNSIGNED} */ (unsigned.code)]}.`);
console.log(`${log.length} entries, every link holds.`);
const last = log.at(-1);
if (last) console.log(`last entry   ${last.entry.hash}\nlast receipt ${last.receipt.receiptHash}`);
console.log(`${log.filter(({ entry }) => entry.signature !== null).length} entries are signed by the device that wrote them.`);
for (const [key, lines] of receivedBy(log))
  console.log(
    key === ''
      ? `NOT SHOWN: no server has signed that it received ${spans(lines)}.`
      : `received and signed by the server ${key}: ${spans(lines)}. Compare this fingerprint with the one that the server shows.`,
  );
const imported = log.filter(({ importedAt }) => importedAt);
if (imported.length > 0) console.log(`came with a file rather than from a device: ${spans(imported)}.`);
const marked = log.filter((line) => timeMarks(line).length > 0);
if (marked.length > 0) console.log(`to look at twice for their times: ${spans(marked)}.`);
const others = log.filter(({ receipt }) => receipt.keyId !== values.server);
if (typeof values.server === 'string' && others.length > 0)
  fail(`Not all of it was received by the server ${values.server}: not ${spans(others)}.`);

/** @param {Line[]} lines @returns {Map<string, Line[]>} */
function receivedBy(lines) {
  const by = new Map();
  for (const line of lines) {
    const key = line.receipt.signature ? (line.receipt.keyId ?? '') : '';
    by.set(key, [...(by.get(key) ?? []), line]);
  }
  return by;
}

/** entries 1 to 4, 7 @param {Line[]} lines */
function spans(lines) {
  const numbers = lines.map(({ receipt }) => receipt.receiptSeq);
  const starts = numbers.filter((n, i) => numbers[i - 1] !== n - 1);
  const ends = numbers.filter((n, i) => numbers[i + 1] !== n + 1);
  return `entries ${starts.map((n, i) => (n === ends[i] ? n : `${n} to ${ends[i]}`)).join(', ')}`;
}

/** @param {string} text @returns {{ log: Line[], keys: { devices: object[], servers: object[] } }} */
function readLog(text) {
  try {
    const { format, log: lines, keys: held } = JSON.parse(text);
    const isLog = Array.isArray(lines) && lines.every((line) => line?.entry?.hash && line?.receipt?.receiptHash);
    if (format === 'caulkhorn-job' && isLog) return { log: lines, keys: { devices: held?.devices ?? [], servers: held?.servers ?? [] } };
  } catch {
    // told below
  }
  return fail(`${file} is no exported job (format caulkhorn-job).`);
}
