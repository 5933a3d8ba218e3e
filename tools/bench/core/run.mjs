// npm run bench:core [drying | programme | maps | light]: each computation beside a reference on the same work, in one run.
// Not a test: it judges nothing.
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT, ensureModules, ensurePackages } from '../../lib/setup.mjs';

ensureModules();
ensurePackages('python3-scipy', 'minizinc', 'flatzinc');
execFileSync(process.execPath, [join(ROOT, 'node_modules/typescript/bin/tsc'), '-b', join(ROOT, 'core')], { stdio: 'inherit' });

const wanted = process.argv.slice(2);
const parts = {
  drying: async () => (await import('./drying.mjs')).benchDrying(),
  programme: async () => (await import('./programme.mjs')).benchProgramme(),
  maps: async () => (await import('./maps.mjs')).benchMaps(),
  light: async () => (await import('./light.mjs')).benchLight(),
};
for (const [name, bench] of Object.entries(parts)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  console.log(`\n${name}`);
  await bench();
}
