import type { FieldSpec } from '../../fields/index.js';

/** Each figure by these, and to its bounds and beyond them. */
const TIMES = [0, 0.5, 1.1, 3];
/** More of a list says nothing new. */
const MOST_OF_LIST = 3;

/** What is changed, and what it becomes; undefined where it is left out. */
type Change = readonly [what: string, to: unknown];
type Given = Readonly<Record<string, unknown>>;

/** Every way of changing one thing in a value that fits its field, so that it still fits, or does not. */
export function changesOf(spec: FieldSpec, value: unknown, at: string): Change[] {
  const gone: Change = [`${at} left out`, undefined];
  const within = changesWithin(spec, value, at);
  return value === undefined ? within : [gone, ...within];
}

function changesWithin(spec: FieldSpec, value: unknown, at: string): Change[] {
  const others = (...values: readonly unknown[]): Change[] =>
    values.filter((each) => each !== value).map((each) => [`${at} ${String(each).slice(0, 20)}`, each]);
  switch (spec.type) {
    case 'number':
      return [...(typeof value === 'number' ? times(value, spec.whole, at) : []), ...others(...bounds(spec), 'x', NaN)];
    case 'choice':
      return others(...spec.choices, 'other');
    case 'flag':
      return others(!value, 1);
    case 'text':
      return others('', 'x'.repeat(spec.maxLength), 'x'.repeat(spec.maxLength + 1), 'a\u0000', 7);
    case 'time':
      return others('2026-05-03T10:00:00+02:00', '2026-05-03T10:00', 'yesterday', `2026-05-03T10:00:00.000+02:00 `);
    case 'date':
      return others('2026-02-28', '2026-02-30', 'today');
    case 'list':
      return Array.isArray(value) ? [...others([], 'x', [...value, ...value]), ...inList(spec.of, value, at)] : others([], 'x');
    case 'map':
      return [
        ...others([], 'x', { other: 1 }),
        ...inRecord(
          names(value).map((name) => [name, spec.of]),
          value as Given,
          at,
        ),
      ];
    case 'record':
      return [...others([], 'x', { other: 1 }), ...inRecord(Object.entries(spec.fields), value as Given, at)];
    case 'union': {
      const given = value as Given | undefined;
      const fields = given && spec.kinds[String(given['kind'])];
      return [...others([], 'x', { kind: 'other' }), ...(fields ? inRecord(Object.entries(fields), given, at) : [])];
    }
  }
}

const names = (value: unknown) => Object.keys((value as object | undefined) ?? {});

const times = (value: number, whole: boolean | undefined, at: string): Change[] =>
  TIMES.map((factor) => [`${at} × ${factor}`, whole ? Math.round(value * factor) : value * factor]);

/** At each bound, and just beyond it. */
const bounds = ({ min, max, above, whole }: Extract<FieldSpec, { type: 'number' }>): number[] => [
  ...(min === undefined ? [] : [min, min - 1]),
  ...(max === undefined ? [] : [max, max + 1]),
  ...(above === undefined ? [] : [above, above + 1]),
  ...(whole ? [1.5] : []),
];

function inList(of: FieldSpec, value: readonly unknown[], at: string): Change[] {
  return value
    .slice(0, MOST_OF_LIST)
    .flatMap((each, i) =>
      changesOf(of, each, `${at}[${i}]`).map(([what, to]): Change => [
        what,
        value.flatMap((other, j) => (j !== i ? [other] : to === undefined ? [] : [to])),
      ]),
    );
}

function inRecord(fields: readonly (readonly [string, FieldSpec])[], given: Given = {}, at: string): Change[] {
  const changed = fields.flatMap(([name, spec]) =>
    changesOf(spec, given[name], at === '' ? name : `${at}.${name}`).map(([what, to]): Change => {
      const { [name]: _, ...rest } = given;
      return [what, to === undefined ? rest : { ...rest, [name]: to }];
    }),
  );
  return [...changed, [`${at} with something else`, { ...given, other: 1 }]];
}
