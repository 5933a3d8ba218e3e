import { fileURLToPath } from 'node:url';
import type { Plugin } from 'vite';

/** What the page of a phone on site starts with: `app.tsx` asks for all of these at once. */
const ON_SITE = ['job/job-provider', 'job/plan-engine', 'desk/job-page', 'desk/phone-page', 'site-log/site-log-slate'];

const folder = (path: string) => fileURLToPath(new URL(path, import.meta.url));
const SOURCES = folder('src/');
/** What a page that shows no job does without. */
const OF_THE_TRADE = [folder('../core/'), folder('../contract/')];

const onSite = new Set<string>();
const plain = new Set<string>();

/** Files in which what a phone on site needs is put together: a hundred and fifty small ones are more waiting than reading. */
export const PHONE_PARTS = [
  { name: 'plain', test: (id: string) => plain.has(id) },
  { name: 'phone', test: (id: string) => onSite.has(id) },
];

/** Finds what that page imports, and what that imports, as soon as every module is read; `plain` is what of it needs nothing of the trade. */
export function phoneParts(): Plugin {
  return {
    name: 'phone-parts',
    apply: 'build',
    buildEnd() {
      const ids = [...this.getModuleIds()];
      const reached = (from: readonly string[]): Set<string> => {
        const found = new Set<string>();
        const left = [...from];
        for (let id = left.pop(); id !== undefined; id = left.pop()) {
          if (found.has(id)) continue;
          found.add(id);
          left.push(...(this.getModuleInfo(id)?.importedIds ?? []));
        }
        return found;
      };
      const atStart = reached(ids.filter((id) => this.getModuleInfo(id)?.isEntry));
      const isOfTheTrade = (id: string) => !atStart.has(id) && OF_THE_TRADE.some((path) => id.startsWith(path));
      onSite.clear();
      plain.clear();
      const idOf = (page: string) => ids.find((id) => id.startsWith(`${SOURCES}${page}.ts`)) ?? this.error(`there is no ${page}`);
      for (const id of reached(ON_SITE.map(idOf))) {
        onSite.add(id);
        if (![...reached([id])].some(isOfTheTrade)) plain.add(id);
      }
    },
  };
}
