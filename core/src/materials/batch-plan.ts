import { COMMON_PRACTICE, type Calculator, flag, number, optional, withDefault, tex } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';
import { ageRate } from '../physics/index.js';
import { ceilDecimal, floorDecimal } from '../quantities/index.js';

const minutes = { min: 0, max: 10_000 };
const fields = {
  totalKg: number('kg', { above: 0, max: 10_000_000 }),
  workingLifeMin: number('min', { above: 0, max: 10_000 }),
  mixMin: number('min', minutes),
  standMin: withDefault(number('min', minutes), 0),
  placingKgPerMinPerPerson: number('kg/min', { above: 0, max: 10_000 }),
  people: number('', { min: 1, max: 100, whole: true }),
  packKg: optional(number('kg', { above: 0, max: 100_000 })),
  /** one kit, one bag or one vessel */ mostKg: optional(number('kg', { above: 0, max: 100_000 })),
  wholePacksOnly: withDefault(flag(), false),
  referenceC: withDefault(number('°C', { min: -50, max: 80 }), 20),
  temperatureC: withDefault(number('°C', { min: -50, max: 80 }), 20),
  q10: withDefault(number('', { min: 1, max: 10 }), 2),
};

export interface BatchPlan {
  batchKg: number;
  batches: number;
  /** working life at the real temperature */ lifeMin: number;
  /** mixing, standing and placing one batch */ minutesPerBatch: number;
  /** what keeps the batch from being larger */ limiting: 'working-life' | 'whole-packs' | 'vessel' | 'total';
}

/**
 * Largest batch that the crew still places within its working life, and that one vessel holds; mixing and standing spend that life.
 * Refuses when nothing is left to place in (`life-spent-mixing`), not even one whole pack can be placed (`pack-outlives-life`) or held
 * (`pack-over-vessel`).
 */
export const batchPlan: Calculator<typeof fields, BatchPlan> = {
  id: 'batch-plan',
  fields,
  outputs: { batchKg: 'kg', batches: '', lifeMin: 'min', minutesPerBatch: 'min', limiting: '' },
  symbols: {
    lifeMin: 't_{life}',
    workingLifeMin: 't_{ref}',
    q10: 'Q_{10}',
    referenceC: 'T_{ref}',
    temperatureC: 'T',
    people: 'n_p',
    placingKgPerMinPerPerson: 'r',
    mixMin: 't_{mix}',
    standMin: 't_{stand}',
    batches: 'n',
    totalKg: 'M',
    minutesPerBatch: 't_{batch}',
    batchKg: 'm',
    mostKg: 'm_{vessel}',
  },
  equation: [
    tex`@lifeMin = @workingLifeMin \cdot @q10^{(@referenceC - @temperatureC)/10}`,
    tex`m_{max} = \min\left(@mostKg,\; @people \cdot @placingKgPerMinPerPerson \cdot (@lifeMin - @mixMin - @standMin)\right)`,
    tex`@batches = \lceil @totalKg / m_{max} \rceil`,
    tex`@minutesPerBatch = @mixMin + @standMin + \frac{@batchKg}{@people \cdot @placingKgPerMinPerPerson}`,
  ],
  sources: [COMMON_PRACTICE],
  compute(input) {
    const lifeMin = input.workingLifeMin / ageRate({ q10: input.q10 }, input.temperatureC, input.referenceC);
    const placeMin = lifeMin - input.mixMin - input.standMin;
    if (placeMin <= 0) return refuse(issue('life-spent-mixing', 'mixMin', { lifeMin }));
    const kgPerMin = input.people * input.placingKgPerMinPerPerson;
    const placedKg = kgPerMin * placeMin;
    const vesselKg = input.mostKg ?? Infinity;
    const longestKg = Math.min(placedKg, vesselKg);
    const done = (batchKg: number, batches: number, limiting: BatchPlan['limiting']) =>
      accept({ batchKg, batches, lifeMin, minutesPerBatch: input.mixMin + input.standMin + batchKg / kgPerMin, limiting });
    if (!input.wholePacksOnly) {
      const batches = Math.max(1, ceilDecimal(input.totalKg / longestKg));
      return done(input.totalKg / batches, batches, batches === 1 ? 'total' : vesselKg < placedKg ? 'vessel' : 'working-life');
    }
    if (input.packKg === undefined) return refuse(issue('missing', 'packKg'));
    const inTime = floorDecimal(placedKg / input.packKg);
    if (inTime < 1) return refuse(issue('pack-outlives-life', 'packKg', { longestKg: placedKg }));
    const inVessel = floorDecimal(vesselKg / input.packKg);
    if (inVessel < 1) return refuse(issue('pack-over-vessel', 'mostKg', { packKg: input.packKg }));
    const mostPacks = Math.min(inTime, inVessel);
    const packs = Math.max(1, ceilDecimal(input.totalKg / input.packKg));
    const batches = Math.ceil(packs / mostPacks);
    return done(Math.ceil(packs / batches) * input.packKg, batches, batches === 1 ? 'total' : inVessel < inTime ? 'vessel' : 'whole-packs');
  },
};
