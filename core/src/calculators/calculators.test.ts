import fc from 'fast-check';
import type { FieldSpec } from '../fields';
import { calculate, CALCULATORS } from './registry';

const WANTED = `hydrostatic-head face-load slab-uplift pressure-rating crack-flow self-healing-limit leak-rate sealing-order rising-damp
  dew-point evaporation-rate application-window
  vapour-emission moisture-test-plan moisture-verdict slab-drying slab-drying-fit
  film take-off pack-plan batch-plan mix fillet slot-fill joint-sheet stripe-coat admixture-dose shelf-life
  equivalent-age working-life recoat-window plug-timing cure-rounds crystal-progress programme
  film-check film-map tank-test pond-test leakage-class pull-off reinspection`.split(/\s+/);

test('every calculator is there, each with a source and an equation', () => {
  expect([...CALCULATORS.keys()].sort()).toEqual([...WANTED].sort());
  for (const calculator of CALCULATORS.values()) {
    expect(calculator.sources.length).toBeGreaterThan(0);
    expect(calculator.equation.length).toBeGreaterThan(0);
  }
});

test('formulas and symbols speak of fields that are there', () => {
  for (const { id, fields, outputs, equation, symbols = {} } of CALCULATORS.values()) {
    const known = [...Object.keys(fields), ...Object.keys(outputs)];
    const named = equation.flatMap((line) => [...line.matchAll(/@([A-Za-z0-9]+)/g)].map((match) => match[1]!));
    expect([id, [...named, ...Object.keys(symbols)].filter((name) => !known.includes(name))]).toEqual([id, []]);
  }
});

test('an unknown id is an issue', () => {
  expect(calculate('no-such-thing', {})).toEqual({
    ok: false,
    issues: [{ code: 'unknown-calculator', path: '', values: { id: 'no-such-thing' } }],
  });
});

/** Values that satisfy a field's specification: enough to run any calculator in its whole range. */
function arbitraryFor(spec: FieldSpec): fc.Arbitrary<unknown> {
  switch (spec.type) {
    case 'number': {
      const min = spec.min ?? (spec.above !== undefined ? spec.above + 1e-6 : -1e6);
      const value = spec.whole
        ? fc.integer({ min: Math.ceil(min), max: Math.min(50, spec.max ?? 50) })
        : fc.double({ min, max: spec.max ?? 1e6, noNaN: true });
      return spec.nullable ? fc.option(value) : value;
    }
    case 'choice':
      return fc.constantFrom(...spec.choices);
    case 'flag':
      return fc.boolean();
    case 'time':
      return fc.date({ min: new Date('2020-01-01'), max: new Date('2040-01-01'), noInvalidDate: true }).map((d) => d.toISOString());
    case 'date':
      return fc
        .date({ min: new Date('2020-01-01'), max: new Date('2040-01-01'), noInvalidDate: true })
        .map((d) => d.toISOString().slice(0, 10));
    case 'text':
      return spec.pattern ? fc.stringMatching(new RegExp(`^(?:${spec.pattern})$`)) : fc.constantFrom('a', 'b', 'c', 'd');
    case 'map':
      return fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), arbitraryFor(spec.of), { maxKeys: 2 });
    case 'union':
      throw new Error('no calculator takes one of several records');
    case 'list':
      return fc.array(arbitraryFor(spec.of), { minLength: 1, maxLength: 4 });
    case 'record':
      return fc.record(Object.fromEntries(Object.entries(spec.fields).map(([name, field]) => [name, arbitraryFor(field)])), {
        requiredKeys: Object.entries(spec.fields).flatMap(([name, field]) => (field.required ? [name] : [])),
      });
  }
}

describe.each(WANTED)('%s', (id) => {
  const { fields, outputs } = CALCULATORS.get(id)!;
  const required = Object.entries(fields).filter(([, field]) => field.spec.required);
  const optional = Object.entries(fields).filter(([, field]) => !field.spec.required);
  const input = fc.record(Object.fromEntries([...required, ...optional].map(([name, field]) => [name, arbitraryFor(field.spec)])), {
    requiredKeys: required.map(([name]) => name),
  });

  test('in its whole range it gives finite figures or says why not, and only the outputs it names', () => {
    fc.assert(
      fc.property(input, (raw) => {
        const result = calculate(id, raw, (slices) => slices > 5);
        if (!result.ok) return expect(result.issues.every((found) => found.code !== '' && typeof found.path === 'string')).toBe(true);
        for (const name of Object.keys(result.value)) expect(Object.keys(outputs)).toContain(name);
        expect(JSON.stringify(result.value)).not.toMatch(/NaN|Infinity/);
        for (const value of Object.values(result.value)) if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
      }),
      { numRuns: 'steps' in CALCULATORS.get(id)! ? 30 : 150 },
    );
  });

  test('unknown and missing fields, and numbers that are none, are named', () => {
    const result = calculate(id, { colour: 'grey' });
    expect(result.ok).toBe(false);
    const found = result.ok ? [] : result.issues.map((each) => `${each.code} ${each.path}`);
    expect(found).toContain('unknown-field colour');
    for (const [name] of required) expect(found).toContain(`missing ${name}`);
    for (const bad of [NaN, Infinity, '3', null, [], {}])
      expect(calculate(id, Object.fromEntries(required.map(([name]) => [name, bad]))).ok).toBe(false);
    for (const bad of [null, 3, 'x', []]) expect(calculate(id, bad).ok).toBe(false);
  });
});
