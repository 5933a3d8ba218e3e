import fc from 'fast-check';
import { calculate } from '../calculators';
import { accepted } from '../testing/results';

const run = (id: string, input: object) => accepted(calculate(id, input)) as Record<string, number>;
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('film: wet to dry and back is where it began', () => {
  fc.assert(
    fc.property(between(0.01, 50), between(1, 100), (wetFilmMm, volumeSolidsPct) => {
      const { dryFilmMm } = run('film', { wetFilmMm, volumeSolidsPct });
      expect(run('film', { dryFilmMm, volumeSolidsPct })['wetFilmMm']).toBeCloseTo(wetFilmMm, 9);
    }),
  );
});

test('film: coverage times thickness is one litre', () => {
  fc.assert(fc.property(between(0.01, 50), (wetFilmMm) => expect(run('film', { wetFilmMm })['m2PerL']! * wetFilmMm).toBeCloseTo(1, 9)));
});

test('take-off: two areas together take what they take apart', () => {
  fc.assert(
    fc.property(between(0, 500), between(0, 500), between(0.1, 5), fc.integer({ min: 1, max: 4 }), (a, b, kgPerM2PerCoat, coats) => {
      const kg = (areaM2: number) => run('take-off', { areaM2, kgPerM2PerCoat, coats })['orderKg']!;
      expect(kg(a) + kg(b)).toBeCloseTo(kg(a + b), 6);
    }),
  );
});

test('slot: plug and mortar are all there is, and no layer is thicker than 60 mm', () => {
  const slot = fc.record({
    lengthM: between(0, 20),
    widthMm: between(5, 100),
    depthMm: between(5, 400),
    plugFraction: between(0, 1),
    more: between(0, 60),
  });
  fc.assert(
    fc.property(slot, ({ more, ...rest }) => {
      const fill = accepted(calculate('slot-fill', { ...rest, profile: 'dovetail', backWidthMm: rest.widthMm + more })) as {
        volumeL: number;
        plugL: number;
        mortarL: number;
        mortarLayers: number[];
      };
      expect(fill.plugL + fill.mortarL).toBeCloseTo(fill.volumeL, 9);
      expect(fill.plugL).toBeGreaterThanOrEqual(rest.plugFraction * fill.volumeL - 1e-9);
      for (const layer of fill.mortarLayers) expect(layer).toBeLessThanOrEqual(60 + 1e-6);
      expect(fill.mortarLayers.reduce((sum, layer) => sum + layer, 0)).toBeCloseTo(rest.depthMm * (1 - rest.plugFraction), 6);
    }),
  );
});

test('fillet: a cove and its quarter circle fill the square', () => {
  fc.assert(
    fc.property(between(1, 200), between(0.1, 50), (legMm, lengthM) => {
      const section = (shape: string) => run('fillet', { legMm, lengthM, shape, densityKgL: 1 })['sectionMm2']!;
      expect(section('cove') + (Math.PI * legMm ** 2) / 4).toBeCloseTo(section('square'), 6);
      expect(section('triangle') * 2).toBeCloseTo(section('square'), 6);
    }),
  );
});

test('mix: by weight the parts keep their ratio', () => {
  fc.assert(
    fc.property(between(0.1, 500), fc.array(between(0.1, 50), { minLength: 2, maxLength: 5 }), (powderKg, ratioByWeight) => {
      const { parts } = accepted(calculate('mix', { powderKg, ratioByWeight, addTo: 'water' })) as { parts: { massKg: number }[] };
      expect(parts.at(-1)!.massKg).toBeCloseTo(powderKg, 9);
      parts.forEach((part, i) => expect(part.massKg / powderKg).toBeCloseTo(ratioByWeight[i]! / ratioByWeight.at(-1)!, 6));
    }),
  );
});

test('batches: all is mixed, none outlives its working life', () => {
  const job = fc.record({
    totalKg: between(1, 2000),
    workingLifeMin: between(2, 90),
    mixMin: between(0, 5),
    placingKgPerMinPerPerson: between(0.1, 5),
    people: fc.integer({ min: 1, max: 6 }),
    temperatureC: between(1, 35),
  });
  fc.assert(
    fc.property(job, (input) => {
      const result = calculate('batch-plan', input);
      if (!result.ok) return expect(result.issues[0]!.code).toBe('life-spent-mixing');
      const { batchKg, batches, lifeMin, minutesPerBatch } = result.value as Record<string, number>;
      expect(batchKg! * batches!).toBeCloseTo(input.totalKg, 6);
      expect(minutesPerBatch).toBeLessThanOrEqual(lifeMin! + 1e-6);
    }),
  );
});

test('working life: warmer is never longer, and ten degrees there and back change nothing', () => {
  fc.assert(
    fc.property(between(1, 120), between(0, 35), between(0, 10), (lifeMin, temperatureC, more) => {
      const life = (input: object) => run('working-life', input)['lifeMin']!;
      expect(life({ lifeMin, referenceC: 20, temperatureC: temperatureC + more })).toBeLessThanOrEqual(
        life({ lifeMin, referenceC: 20, temperatureC }) + 1e-9,
      );
      const there = life({ lifeMin, referenceC: 20, temperatureC });
      expect(life({ lifeMin: there, referenceC: temperatureC, temperatureC: 20 })).toBeCloseTo(lifeMin, 6);
    }),
  );
});
