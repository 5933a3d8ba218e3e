import { CALCULATORS, EXAMPLES } from '../../calculators/index.js';
import { describeFields, runCalculator, takesLong } from '../../fields/index.js';
import { changesOf } from './changes.js';
import { mark, plain } from './figures.js';

const MOST_OF_LONG = 5;

/** What a calculator answers to its example, in full, and to the example with one thing in it changed, as a mark each. */
export function workedCalculator(id: string): object {
  const calculator = CALCULATORS.get(id)!;
  const example = EXAMPLES[id]!;
  const answer = (input: unknown) => runCalculator(calculator, input);
  const all = changesOf({ type: 'record', fields: describeFields(calculator.fields), required: true }, example, '').slice(1);
  // those that take long are searches and sums over grids: some of their changes say enough
  const step = takesLong(calculator) ? Math.ceil(all.length / MOST_OF_LONG) : 1;
  const changed = all.filter((_, i) => i % step === 0).map(([what, input]): [string, string] => [what, mark(answer(input))]);
  if (takesLong(calculator)) return { example: mark(answer(example)), changed: Object.fromEntries(changed) };
  return { input: example, gives: plain(answer(example)), changed: Object.fromEntries(changed) };
}
