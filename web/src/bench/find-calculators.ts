import '../messages/bench-page';
import { CALCULATOR_GROUPS } from '@caulkhorn/core/calculators';
import { tOf } from '../messages/t';

export interface Found {
  group: string;
  ids: string[];
}

/** Calculations whose name, purpose or fields have every word; those that match by name first within their group. */
export function findCalculators(words: string): Found[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return Object.entries(CALCULATOR_GROUPS).flatMap(([group, calculators]) => {
    const ids = calculators
      .map(({ id, fields, outputs }) => {
        const name = tOf(`calculator.${id}`).toLowerCase();
        const about = [
          name,
          id,
          tOf(`finds.${id}`),
          tOf(`group.${group}`),
          ...[...Object.keys(fields), ...Object.keys(outputs)].map((field) => tOf(`field.${field}`)),
        ];
        const text = about.join(' ').toLowerCase();
        const inName = wanted.filter((word) => name.includes(word)).length;
        return { id, score: wanted.every((word) => text.includes(word)) ? 1 + inName : 0 };
      })
      .filter(({ score }) => score > 0);
    if (wanted.length > 0) ids.sort((a, b) => b.score - a.score);
    return ids.length > 0 ? [{ group, ids: ids.map(({ id }) => id) }] : [];
  });
}

/** What a calculation answers, in a sentence; the words it is also found by come after the first full stop. */
export function purposeOf(id: string): string {
  const text = tOf(`finds.${id}`);
  return text.slice(0, text.indexOf('.') + 1);
}
