import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';

const run = (id: string, input: object) => accepted(calculate(id, input)) as Record<string, number>;

describe('film', () => {
  // by definition: 231 in³ over 1 ft² is 1604 mil ft² a US gallon; 25 ft² a gallon is 1.63 mm wet
  test('25 ft² per US gallon is 1.63 mm', () => {
    expect(run('film', { wetFilmMm: 1.63 })['ft2PerGal']).toBeCloseTo(25, 1);
    expect(run('film', { wetFilmMm: 0.0254 })['ft2PerGal']).toBeCloseTo(1604.17, 1);
  });

  test('dry film from wet and back', () => {
    const wet = run('film', { wetFilmMm: 1.5, volumeSolidsPct: 73.3, densityKgL: 1.1 });
    expect(wet).toMatchObject({ lPerM2: 1.5, kgPerM2: 1.6500000000000001 });
    expect(run('film', { dryFilmMm: wet['dryFilmMm'], volumeSolidsPct: 73.3 })['wetFilmMm']).toBeCloseTo(1.5, 12);
    expect(run('film', { wetFilmMm: 1 })['kgPerM2']).toBeNull();
  });

  test('either film, not both, not neither', () => {
    expect(refusals(calculate('film', { wetFilmMm: 1, dryFilmMm: 1 }))).toEqual(['only-one-of at wetFilmMm', 'only-one-of at dryFilmMm']);
    expect(refusals(calculate('film', {}))).toEqual(['one-of-missing at wetFilmMm', 'one-of-missing at dryFilmMm']);
  });
});

// common practice, no source, from here on unless said otherwise
test('take-off: 40 m² at 0.8 kg, two coats, roughness 1.1, 5 % loss: 73.9 kg', () => {
  const amount = run('take-off', { areaM2: 40, kgPerM2PerCoat: 0.8, coats: 2, roughnessFactor: 1.1 });
  expect(amount['netKg']).toBeCloseTo(70.4, 9);
  expect(amount['orderKg']).toBeCloseTo(73.92, 9);
});

describe('batch plan', () => {
  const batch = { totalKg: 200, workingLifeMin: 20, mixMin: 5, placingKgPerMinPerPerson: 1.5, people: 2 };

  test('20 min, two people at 1.5 kg a minute, 5 min of them spent mixing: at most 45 kg', () => {
    expect(run('batch-plan', batch)).toEqual({
      batchKg: 40,
      batches: 5,
      lifeMin: 20,
      minutesPerBatch: 5 + 40 / 3,
      limiting: 'working-life',
    });
  });

  test('ten degrees colder, the life doubles', () => {
    expect(run('batch-plan', { ...batch, temperatureC: 10 })['lifeMin']).toBeCloseTo(40, 9);
  });

  test('whole packs only', () => {
    expect(run('batch-plan', { ...batch, packKg: 12, wholePacksOnly: true })).toMatchObject({
      batchKg: 36,
      batches: 6,
      limiting: 'whole-packs',
    });
    expect(refusals(calculate('batch-plan', { ...batch, packKg: 46, wholePacksOnly: true }))).toEqual(['pack-outlives-life at packKg']);
  });

  test('one vessel of 25 kg: eight of them, whole packs of 12 two at a time; a pack over the vessel is refused', () => {
    expect(run('batch-plan', { ...batch, mostKg: 25 })).toMatchObject({ batchKg: 25, batches: 8, limiting: 'vessel' });
    expect(run('batch-plan', { ...batch, mostKg: 45 })).toMatchObject({ batchKg: 40, batches: 5, limiting: 'working-life' });
    expect(run('batch-plan', { ...batch, totalKg: 20, mostKg: 25 })).toMatchObject({ batchKg: 20, batches: 1, limiting: 'total' });
    const packs = { ...batch, packKg: 12, wholePacksOnly: true };
    expect(run('batch-plan', { ...packs, mostKg: 25 })).toMatchObject({ batchKg: 24, batches: 9, limiting: 'vessel' });
    expect(run('batch-plan', { ...packs, mostKg: 36 })).toMatchObject({ batchKg: 36, batches: 6, limiting: 'whole-packs' });
    expect(refusals(calculate('batch-plan', { ...packs, mostKg: 11 }))).toEqual(['pack-over-vessel at mostKg']);
  });

  test('a life that mixing eats up is refused', () => {
    expect(refusals(calculate('batch-plan', { ...batch, mixMin: 15, standMin: 5 }))).toEqual(['life-spent-mixing at mixMin']);
  });
});

describe('mix', () => {
  const mix = (input: object) =>
    accepted(calculate('mix', input)) as { parts: { name: string; massKg?: number; volumeL?: number }[]; order: string[] };

  test('0.4 L of water to a kilogram', () => {
    expect(mix({ powderKg: 25, waterPerKgL: 0.4, addTo: 'powder' })).toEqual({
      parts: [
        { name: 'water', massKg: 10, volumeL: 10 },
        { name: 'powder', massKg: 25 },
      ],
      order: ['powder', 'water'],
    });
  });

  test('2.5 L and 0.8 L of liquids to 25 kg, by weight', () => {
    const { parts, order } = mix({ powderKg: 50, ratioByWeight: [2.5, 0.8, 25], addTo: 'water' });
    expect(parts.map((part) => part.massKg)).toEqual([5, 1.6, 50]);
    expect(order).toEqual(['liquid 1', 'liquid 2', 'powder']);
  });

  test('1 : 3 by volume with densities', () => {
    const { parts } = mix({ powderKg: 4.5, ratioByVolume: [1, 3], densities: [1, 1.5], addTo: 'powder' });
    expect(parts).toEqual([
      { name: 'liquid', volumeL: 1, massKg: 1 },
      { name: 'powder', volumeL: 3, massKg: 4.5 },
    ]);
  });

  test('densities must match the ratio', () => {
    expect(refusals(calculate('mix', { powderKg: 1, ratioByVolume: [1, 3], densities: [1], addTo: 'powder' }))).toEqual([
      'lengths-differ at densities',
    ]);
    expect(refusals(calculate('mix', { powderKg: 1, ratioByWeight: [1], addTo: 'powder' }))).toEqual(['too-few at ratioByWeight']);
  });
});

describe('fillet', () => {
  // plane geometry; the trade allows 2.5 kg/m for the 40 mm triangle at 1.8 kg/L (common practice, no source)
  test('40 mm triangle: 0.8 L and, by bare geometry, 1.44 kg a metre', () => {
    expect(run('fillet', { legMm: 40, lengthM: 1, shape: 'triangle', densityKgL: 1.8 })).toEqual({
      sectionMm2: 800,
      litres: 0.8,
      kg: 1.4400000000000002,
    });
  });

  test('a cove leaves a quarter circle open', () => {
    expect(run('fillet', { legMm: 50, lengthM: 1, shape: 'cove', densityKgL: 1 })['sectionMm2']).toBeCloseTo(
      2500 - (Math.PI * 2500) / 4,
      9,
    );
  });
});

describe('slot', () => {
  test('1 m of 25 × 25 mm, 300 mm past both ends: 1 L, half of it plug', () => {
    const slot = accepted(calculate('slot-fill', { lengthM: 1, widthMm: 25, depthMm: 25, profile: 'u' })) as {
      mortarLayers: number[];
      [name: string]: unknown;
    };
    expect(slot).toMatchObject({ cutLengthM: 1.6, volumeL: 1, plugL: 0.5, mortarL: 0.5 });
    expect(slot.mortarLayers).toEqual([12.5]);
  });

  test('a dovetail is a trapezium, its plug at the wide end', () => {
    const slot = run('slot-fill', { lengthM: 1, widthMm: 12, depthMm: 25, profile: 'dovetail', backWidthMm: 20, extendMm: 0 });
    expect(slot['volumeL']).toBeCloseTo(0.4, 12);
    // lower half: back 20, middle 16: (20 + 16)/2 × 12.5 mm²
    expect(slot['plugL']).toBeCloseTo(0.225, 12);
  });

  test('deep mortar goes in layers of at most 60 mm', () => {
    const { mortarLayers } = accepted(calculate('slot-fill', { lengthM: 1, widthMm: 50, depthMm: 180, profile: 'u', plugFraction: 0 })) as {
      mortarLayers: number[];
    };
    expect(mortarLayers).toEqual([60, 60, 60]);
  });

  test('a dovetail needs a back at least as wide as its mouth', () => {
    expect(refusals(calculate('slot-fill', { lengthM: 1, widthMm: 12, depthMm: 25, profile: 'dovetail' }))).toEqual([
      'missing at backWidthMm',
    ]);
    expect(refusals(calculate('slot-fill', { lengthM: 1, widthMm: 12, depthMm: 25, profile: 'cone', backWidthMm: 10 }))).toEqual([
      'back-narrower-than-mouth at backWidthMm',
    ]);
  });
});

test('ratios say what is missing: two parts at least, a density for each by volume, none by weight', () => {
  const by = (part: object) => refusals(calculate('mix', { powderKg: 10, addTo: 'water', ...part }));
  expect(by({ ratioByWeight: [1] })).toEqual(['too-few at ratioByWeight']);
  expect(by({ ratioByVolume: [1], densities: [1] })).toEqual(['too-few at ratioByVolume']);
  expect(by({ ratioByVolume: [1, 2] })).toEqual(['missing at densities']);
  expect(by({ ratioByVolume: [1, 2], densities: [1, 1, 1] })).toEqual(['lengths-differ at densities']);
  expect(by({ ratioByWeight: [1, 2], densities: [1, 1] })).toEqual(['only-with at densities']);
});
