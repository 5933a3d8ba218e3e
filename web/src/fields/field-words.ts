import type { Issue } from '@caulkhorn/core/issues';
import { toSystem } from '@caulkhorn/core/quantities';
import { has, t, tOf } from '../messages/t';
import { faultText } from '../shared/fault-text';
import type { Reader } from './draft';

export function unitText(unit: string, { units }: Reader): string | undefined {
  if (unit === 'money') return undefined;
  const shown = toSystem(0, unit, units).unit;
  return has(`unit.${shown}`) ? tOf(`unit.${shown}`) : shown || undefined;
}

/** What is merely not yet filled in is no fault while someone is still typing. */
const NOT_YET = new Set(['missing', 'one-of-missing', 'empty-list']);

export function faultAt(issues: readonly Issue[], path: string): string | undefined {
  const found = issues.find((each) => each.path === path && !NOT_YET.has(each.code));
  return found && faultText(found);
}

/** The first fault in a list or a map typed as text, with its place in it. */
export function faultUnder(issues: readonly Issue[], path: string): string | undefined {
  const found = issues.find((each) => each.path.startsWith(path) && !NOT_YET.has(each.code));
  if (!found) return undefined;
  const place = found.path.slice(path.length);
  return place === '' ? faultText(found) : `${placeInWords(place)}: ${faultText(found)}`;
}

/** "[2].rhPct" is row 3, humidity; "tasks[0]" is tasks, row 1. */
export function placeInWords(place: string): string {
  return [...place.matchAll(/\[(\d+)\]|([A-Za-z]\w*)/g)]
    .map(([, index, name]) => (index === undefined ? nameInWords(name!) : t('bench.row', { n: Number(index) + 1 })))
    .join(' ');
}

// names that people gave, as of a pump, stand for themselves
const nameInWords = (name: string): string => (has(`field.${name}`) ? tOf(`field.${name}`) : name);

/** Words of a form of its own go before those that all forms share. */
export function ownWords(area: 'field' | 'value', name: string, words: string | undefined): string {
  const own = `${words}.${area}.${name}`;
  return tOf(words !== undefined && has(own) ? own : `${area}.${name}`);
}
