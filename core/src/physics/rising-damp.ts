import { type Calculator, number, tex, withDefault } from '../fields/index.js';
import { accept } from '../issues.js';

const fields = {
  sorptivityMmPerSqrtMin: number('mm/√min', { above: 0, max: 20 }),
  wallThicknessMm: number('mm', { above: 0, max: 10_000 }),
  evaporationMmPerDay: number('mm/day', { above: 0, max: 100 }),
  freeWaterFraction: withDefault(number('', { above: 0, max: 1 }), 0.2),
  evaporatingSides: withDefault(number('', { min: 1, max: 2, whole: true }), 2),
};

const MIN_PER_DAY = 1440;

export interface RisingDamp {
  /** where suction and evaporation balance */ heightMm: number;
  /** null when only one side evaporates anyway */ heightIfOneSideSealedMm: number | null;
  timeTo90PctDays: number;
}

/**
 * Height of damp rising in a wall that stands in water: a sharp wet front with suction below and evaporation from
 * the wetted faces. Sealing one of two faces lifts it by √2.
 */
export const risingDamp: Calculator<typeof fields, RisingDamp> = {
  id: 'rising-damp',
  fields,
  outputs: { heightMm: 'mm', heightIfOneSideSealedMm: 'mm', timeTo90PctDays: 'day' },
  symbols: {
    sorptivityMmPerSqrtMin: 'S',
    wallThicknessMm: 'b',
    evaporationMmPerDay: 'e',
    freeWaterFraction: tex`\theta`,
    evaporatingSides: 'n',
    heightMm: 'H',
    heightIfOneSideSealedMm: 'H_1',
    timeTo90PctDays: 't_{90}',
  },
  equation: [
    tex`@heightMm = @sorptivityMmPerSqrtMin \sqrt{\frac{@wallThicknessMm}{2 \cdot @evaporatingSides \cdot (@evaporationMmPerDay / 1440) \cdot @freeWaterFraction}}`,
    tex`H(t)^2 = H^2 \left(1 - e^{-2 n e t / (\theta b)}\right)`,
    tex`@timeTo90PctDays = -\ln(1 - 0.9^2) \cdot \frac{@freeWaterFraction \cdot @wallThicknessMm}{2 \cdot @evaporatingSides \cdot @evaporationMmPerDay}`,
  ],
  sources: [{ kind: 'published', title: 'Hall & Hoff 2007, Rising damp: capillary rise dynamics in walls, Proc. R. Soc. A 463' }],
  compute({ sorptivityMmPerSqrtMin, wallThicknessMm, evaporationMmPerDay, freeWaterFraction, evaporatingSides }) {
    // mm/min from the whole thickness, over the sides that dry
    const lost = (evaporatingSides * evaporationMmPerDay) / MIN_PER_DAY;
    const heightMm = sorptivityMmPerSqrtMin * Math.sqrt(wallThicknessMm / (2 * lost * freeWaterFraction));
    // d(H²)/dt = S²/θ² − 2 n e H²/(θ b): H² nears its end exponentially
    const relaxationDays = (freeWaterFraction * wallThicknessMm) / (2 * lost * MIN_PER_DAY);
    return accept({
      heightMm,
      heightIfOneSideSealedMm: evaporatingSides === 2 ? heightMm * Math.SQRT2 : null,
      timeTo90PctDays: -Math.log(1 - 0.9 ** 2) * relaxationDays,
    });
  },
};
