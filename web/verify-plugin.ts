import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { type Plugin, build, defaultClientConditions } from 'vite';

/** Makes `verify.html`: one file with all that it needs, that goes into every bundle and is opened from a disk. */
export function verifyPage(): Plugin {
  return {
    name: 'verify-page',
    apply: 'build',
    async generateBundle() {
      const made = await build({
        configFile: false,
        root: import.meta.dirname,
        logLevel: 'warn',
        publicDir: false,
        resolve: { conditions: ['@caulkhorn/source', ...defaultClientConditions] },
        build: {
          write: false,
          lib: { entry: resolve(import.meta.dirname, 'src/bundle/verify-page.ts'), formats: ['iife'], name: 'verify' },
        },
      });
      const [first] = (Array.isArray(made) ? made : [made]) as { output: { code?: string }[] }[];
      const code = first?.output.find((each) => each.code !== undefined)?.code;
      if (!code) throw new Error('the page that checks bundles was not made');
      const page = readFileSync(resolve(import.meta.dirname, 'src/bundle/verify.html'), 'utf8');
      // nothing in the script may end it early
      const source = page.replace('/*script*/', () => code.replaceAll('</script', '<\\/script'));
      this.emitFile({ type: 'asset', fileName: 'verify.html', source });
    },
  };
}
