/** Diffusivity over its value in saturated concrete, D/D1, as a function of pore humidity h (0 to 1), with its integral; over whole arrays, for speed. */
export interface DiffusivityLaw {
  /** D(h)/D1 of each humidity */ relative(humidity: Float64Array, out: Float64Array): void;
  /** Φ(h) = ∫ D/D1 dh from 0 (Kirchhoff's transform): its difference is the exact flux between two humidities */
  potential(humidity: Float64Array, out: Float64Array): void;
}

/** The same at every humidity: the case with a closed solution. */
export const CONSTANT_DIFFUSIVITY: DiffusivityLaw = {
  relative: (_, out) => void out.fill(1),
  potential: (humidity, out) => out.set(humidity),
};

const ALPHA = 0.05;
const SPAN = 0.2;

/** fib Model Code 2010, §5.1.12 (constants from memory), after Bažant & Najjar 1972: D falls twentyfold round h = 0.8. */
export function modelCodeDiffusivity(h: number): number {
  const r = (1 - h) / SPAN;
  const r3 = r * r * r;
  const r5 = r3 * r * r;
  return ALPHA + (1 - ALPHA) / (1 + r5 * r5 * r5);
}

const CELLS = 1024;
/** Coefficients of Φ and its slope D in each of the cells of h, cubic Hermite: within 1e-10 of the integral. */
const table = new Float64Array(4 * (CELLS + 1));
fillTable();

function fillTable(): void {
  const width = 1 / CELLS;
  let integral = 0;
  for (let k = 0; k <= CELLS; k++) {
    const h = k * width;
    const [d0, d1] = [modelCodeDiffusivity(h), modelCodeDiffusivity(h + width)];
    // three-point Gauss rule on the cell
    const [mid, off] = [h + width / 2, (width / 2) * Math.sqrt(3 / 5)];
    const area = (width / 18) * (5 * modelCodeDiffusivity(mid - off) + 8 * modelCodeDiffusivity(mid) + 5 * modelCodeDiffusivity(mid + off));
    table[4 * k] = integral;
    table[4 * k + 1] = d0 * width;
    table[4 * k + 2] = 3 * area - (2 * d0 + d1) * width;
    table[4 * k + 3] = (d0 + d1) * width - 2 * area;
    integral += area;
  }
}

/** The Model Code's law, tabulated. Humidities a rounding error outside 0 to 1 continue the outer cells. */
export const MODEL_CODE_DIFFUSIVITY: DiffusivityLaw = {
  potential(humidity, out) {
    for (let i = 0; i < humidity.length; i++) {
      const s = humidity[i]! * CELLS;
      const k = s <= 0 ? 0 : s >= CELLS ? CELLS : s | 0;
      const r = s - k;
      out[i] = table[4 * k]! + r * (table[4 * k + 1]! + r * (table[4 * k + 2]! + r * table[4 * k + 3]!));
    }
  },
  relative(humidity, out) {
    for (let i = 0; i < humidity.length; i++) {
      const s = humidity[i]! * CELLS;
      const k = s <= 0 ? 0 : s >= CELLS ? CELLS : s | 0;
      const r = s - k;
      out[i] = CELLS * (table[4 * k + 1]! + r * (2 * table[4 * k + 2]! + 3 * r * table[4 * k + 3]!));
    }
  },
};
