import type { BuildUp, LayerAlteration, ReadyStep } from '../jobs/index.js';
import type { FirstAction } from './first-action.js';
import type { Objection } from './judge.js';

/** What a thing to do first becomes once the system is chosen: a layer more, a coat more, or a step of making ready. */
export type FirstBuild = { readonly adds: LayerAlteration['layer'] } | { readonly coatsMore: number } | { readonly readies: ReadyStep };

/** Of the others somebody has to find out, to wait, or to build what is no part of this face. Common practice, no source. */
export const FIRST_BUILDS: Readonly<Partial<Record<FirstAction, FirstBuild>>> = {
  'prime-it': { adds: 'silicate-primer' },
  'level-first': { adds: 'levelling' },
  'protect-first': { adds: 'board' },
  'screed-over': { adds: 'screed' },
  'extra-coat': { coatsMore: 1 },
  'dry-it': { readies: 'dry' },
  'wash-salts': { readies: 'salts' },
  'strip-it': { readies: 'strip' },
  'blast-it': { readies: 'blast' },
  'grind-it': { readies: 'grind' },
};

/**
 * What of a build-up follows from things to do first; the reason of each layer is what was held against the system.
 * @param coats how many it has without them
 */
export function buildFirst(
  objections: readonly Objection[],
  coats: () => number,
  reasonOf: (objection: Objection) => string,
): Pick<BuildUp, 'alterations' | 'readies'> {
  const alterations: LayerAlteration[] = [];
  const readies = new Set<ReadyStep>();
  for (const objection of objections) {
    const build = objection.then === 'cannot' ? undefined : FIRST_BUILDS[objection.then];
    if (!build) continue;
    const reason = reasonOf(objection);
    if ('readies' in build) readies.add(build.readies);
    else if ('adds' in build) {
      if (!alterations.some(({ layer }) => layer === build.adds)) alterations.push({ do: 'add', layer: build.adds, reason });
    } else alterations.push({ do: 'coats', layer: 'coat', figure: coats() + build.coatsMore, reason });
  }
  return { ...(alterations.length > 0 ? { alterations } : {}), ...(readies.size > 0 ? { readies: [...readies] } : {}) };
}
