// Instances made up for tests, as plain modules: the built core leaves its testing room out.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { ROOT } from '../../lib/setup.mjs';

/** @param {string} name */
const asModule = (name) =>
  ts
    .transpileModule(readFileSync(join(ROOT, `core/src/testing/${name}.ts`), 'utf8'), {
      compilerOptions: { module: ts.ModuleKind.ES2022, target: ts.ScriptTarget.ES2022 },
    })
    .outputText.replace(/^import .*;$/m, '')
    .replace(/^export \{\};$/m, '');

const source = `${asModule('programmes')}\n${asModule('trade-programmes')}`;
/** @type {{ tradeProgramme: (seed: number, wantedTasks: number) => unknown }} */
export const { tradeProgramme } = await import(`data:text/javascript,${encodeURIComponent(source)}`);
