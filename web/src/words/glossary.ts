import { GLOSSARY } from '../messages/en/glossary';
import { tOf } from '../messages/t';

/** Ids of the trade's words that are explained, in the order in which they are listed. */
export const TERMS: readonly string[] = Object.keys(GLOSSARY).flatMap((key) => (key.startsWith('term.') ? [key.slice(5)] : []));

export const termOf = (id: string): string => tOf(`term.${id}`);
export const meaningOf = (id: string): string => tOf(`says.${id}`);

/** A stretch of text: plain, or a word that is explained. */
export interface Stretch {
  text: string;
  termId?: string;
}

/** Finds the explained words in a text, the longer before the shorter, each only where it is first met. */
export function stretchesOf(text: string): Stretch[] {
  const byWord = new Map(TERMS.map((id) => [termOf(id).toLowerCase(), id]));
  const words = [...byWord.keys()].sort((a, b) => b.length - a.length).map((word) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'));
  const found = new RegExp(`(?<![\\p{L}-])(${words.join('|')})(?![\\p{L}-])`, 'giu');
  const met = new Set<string>();
  const stretches: Stretch[] = [];
  let from = 0;
  for (const match of text.matchAll(found)) {
    const termId = byWord.get(match[0].toLowerCase())!;
    if (met.has(termId)) continue;
    met.add(termId);
    if (match.index > from) stretches.push({ text: text.slice(from, match.index) });
    stretches.push({ text: match[0], termId });
    from = match.index + match[0].length;
  }
  if (from < text.length) stretches.push({ text: text.slice(from) });
  return stretches;
}
