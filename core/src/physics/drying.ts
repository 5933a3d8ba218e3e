import { type StiffSystem, type Tridiagonal, integrateStiff } from '../numerics/index.js';
import type { DiffusivityLaw } from './diffusivity.js';

/** What a face of the slab meets: a pore humidity that holds there (0 to 1), or nothing passes. */
export type Boundary = number | 'sealed';

export interface DryingSlab {
  thicknessMm: number;
  /** D1, of saturated concrete */ diffusivityMm2PerDay: number;
  law: DiffusivityLaw;
  /** pore humidity all through at the start, 0 to 1 */ initial: number;
}

/** Stretch of time with the same surroundings. */
export interface DryingPhase {
  toDay: number;
  top: Boundary;
  base: Boundary;
}

export interface DryingControl {
  cells: number;
  /** error of a time step, in humidity 0 to 1 */ tolerance: number;
}

const MAX_STEPS = 20_000;
/** days; small enough for the jump at a face that has just been exposed */
const FIRST_STEP = 1e-3;
/** thickness of the cells next to an open face, over the mean */
const FINEST = 0.12;

/** Finite volumes through the thickness; depths from the upper face, mm. */
export class DryingGrid {
  readonly faces: Float64Array;
  readonly centres: Float64Array;
  readonly widths: Float64Array;

  constructor(thicknessMm: number, cells: number, bothEndsFine: boolean) {
    this.faces = gradedFaces(thicknessMm, cells, bothEndsFine);
    this.widths = Float64Array.from({ length: cells }, (_, i) => this.faces[i + 1]! - this.faces[i]!);
    this.centres = Float64Array.from({ length: cells }, (_, i) => (this.faces[i]! + this.faces[i + 1]!) / 2);
  }

  /** mean humidity over the thickness: what is left to dry */
  mean(humidity: ArrayLike<number>): number {
    let sum = 0;
    for (let i = 0; i < this.widths.length; i++) sum += humidity[i]! * this.widths[i]!;
    return sum / this.faces[this.widths.length]!;
  }
}

/** x = L ξ(s) with a slope of FINEST at the fine ends: a smooth map, on which central differences stay of second order. */
function gradedFaces(thicknessMm: number, cells: number, bothEndsFine: boolean): Float64Array {
  return Float64Array.from({ length: cells + 1 }, (_, i) => {
    const s = i / cells;
    const map = bothEndsFine ? smooth(s) : 2 * smooth(s / 2);
    return thicknessMm * (FINEST * s + (1 - FINEST) * map);
  });
}

/** Rises from 0 to 1 with slope 0 at both ends. */
function smooth(s: number): number {
  return s * s * (3 - 2 * s);
}

/** dh/dt of each cell: the difference of the fluxes through its faces, by Kirchhoff's transform, over its width. */
export class DryingSystem implements StiffSystem {
  readonly size: number;
  private readonly potential: Float64Array;
  private readonly diffusivity: Float64Array;
  /** D1 over the distance between centres, at each face, mm/day; at the ends over half a cell, or 0 where sealed */
  private readonly conductance: Float64Array;
  private readonly ends: { top: number; base: number };

  constructor(
    private readonly slab: DryingSlab,
    private readonly grid: DryingGrid,
    top: Boundary,
    base: Boundary,
  ) {
    const n = grid.widths.length;
    this.size = n;
    this.potential = new Float64Array(n);
    this.diffusivity = new Float64Array(n);
    this.conductance = new Float64Array(n + 1);
    for (let i = 1; i < n; i++) this.conductance[i] = slab.diffusivityMm2PerDay / (grid.centres[i]! - grid.centres[i - 1]!);
    if (top !== 'sealed') this.conductance[0] = slab.diffusivityMm2PerDay / (grid.widths[0]! / 2);
    if (base !== 'sealed') this.conductance[n] = slab.diffusivityMm2PerDay / (grid.widths[n - 1]! / 2);
    this.ends = {
      top: top === 'sealed' ? 0 : this.potentialAt(top),
      base: base === 'sealed' ? 0 : this.potentialAt(base),
    };
  }

  private potentialAt(humidity: number): number {
    const out = new Float64Array(1);
    this.slab.law.potential(Float64Array.of(humidity), out);
    return out[0]!;
  }

  rate(humidity: Float64Array, rate: Float64Array): void {
    const { size, potential, conductance, ends } = this;
    const { law } = this.slab;
    const { widths } = this.grid;
    law.potential(humidity, potential);
    let inflow = conductance[0]! * (ends.top - potential[0]!);
    for (let i = 0; i < size; i++) {
      const next = i + 1 < size ? potential[i + 1]! : ends.base;
      const outflow = conductance[i + 1]! * (potential[i]! - next);
      rate[i] = (inflow - outflow) / widths[i]!;
      inflow = outflow;
    }
  }

  linearise(humidity: Float64Array, rate: Float64Array, { lower, diagonal, upper }: Tridiagonal): void {
    this.rate(humidity, rate);
    const { size, conductance, diffusivity } = this;
    const { widths } = this.grid;
    this.slab.law.relative(humidity, diffusivity);
    for (let i = 0; i < size; i++) {
      const d = diffusivity[i]!;
      diagonal[i] = (-d * (conductance[i]! + conductance[i + 1]!)) / widths[i]!;
      if (i > 0) upper[i - 1] = (d * conductance[i]!) / widths[i - 1]!;
      if (i + 1 < size) lower[i + 1] = (d * conductance[i + 1]!) / widths[i + 1]!;
    }
  }
}

export interface DryingRecord {
  grid: DryingGrid;
  /** humidity at the probe at each asked day */ atProbe: Float64Array;
  /** humidity in every cell at each asked profile day */ profiles: Float64Array[];
}

/**
 * Runs a slab through its phases. `days` and `profileDays` ascend and lie between 0 and the last phase's end.
 * Yields the share of the time done.
 */
export function* runDrying(
  slab: DryingSlab,
  phases: readonly DryingPhase[],
  wanted: { probeDepthMm: number; days: ArrayLike<number>; profileDays: readonly number[] },
  { cells, tolerance }: DryingControl,
): Generator<number, DryingRecord | 'stopped', boolean> {
  const grid = new DryingGrid(
    slab.thicknessMm,
    cells,
    phases.some(({ base }) => base !== 'sealed'),
  );
  const probe = interpolationAt(grid, wanted.probeDepthMm);
  const humidity = new Float64Array(cells).fill(slab.initial);
  const atProbe = new Float64Array(wanted.days.length);
  const profiles: Float64Array[] = [];
  let [nextDay, from] = [0, 0];
  const end = phases.at(-1)!.toDay;
  for (; nextDay < wanted.days.length && wanted.days[nextDay]! <= 0; nextDay++) atProbe[nextDay] = slab.initial;
  while (profiles.length < wanted.profileDays.length && wanted.profileDays[profiles.length]! <= 0) profiles.push(humidity.slice());
  let steps = 0;
  for (const { toDay, top, base } of phases) {
    const system = new DryingSystem(slab, grid, top, base);
    for (const taken of integrateStiff(system, humidity, [from, toDay], { tolerance, firstStep: FIRST_STEP, maxSteps: MAX_STEPS })) {
      const length = taken.to - taken.from;
      if (nextDay < wanted.days.length && wanted.days[nextDay]! <= taken.to) {
        const values = [taken.y0, taken.y1].map((y) => weighted(probe, y)) as [number, number];
        const slopes = [taken.rate0, taken.rate1].map((rate) => length * weighted(probe, rate)) as [number, number];
        for (; nextDay < wanted.days.length && wanted.days[nextDay]! <= taken.to; nextDay++)
          atProbe[nextDay] = hermite((wanted.days[nextDay]! - taken.from) / length, values, slopes);
      }
      for (let day = wanted.profileDays[profiles.length]; day !== undefined && day <= taken.to; day = wanted.profileDays[profiles.length]) {
        const s = (day - taken.from) / length;
        profiles.push(taken.y0.map((y, i) => hermite(s, [y, taken.y1[i]!], [length * taken.rate0[i]!, length * taken.rate1[i]!])));
      }
      if (++steps % STEPS_PER_SLICE === 0 && (yield taken.to / end)) return 'stopped';
    }
    from = toDay;
  }
  return { grid, atProbe, profiles };
}

const STEPS_PER_SLICE = 200;

/** Cubic through two values with the slopes there; s from 0 to 1. */
function hermite(s: number, [v0, v1]: readonly [number, number], [d0, d1]: readonly [number, number]): number {
  const r = 1 - s;
  return r * r * (1 + 2 * s) * v0 + s * s * (1 + 2 * r) * v1 + s * r * (r * d0 - s * d1);
}

interface Interpolation {
  first: number;
  weights: number[];
}

/** Lagrange's cubic through the four centres round a depth. */
function interpolationAt({ centres }: DryingGrid, depthMm: number): Interpolation {
  const n = centres.length;
  const above = centres.findIndex((x) => x > depthMm);
  const first = Math.max(0, Math.min(n - 4, (above < 0 ? n : above) - 2));
  const x = [...centres.subarray(first, first + 4)];
  const weights = x.map((xi, i) => x.reduce((product, xj, j) => (j === i ? product : (product * (depthMm - xj)) / (xi - xj)), 1));
  return { first, weights };
}

function weighted({ first, weights }: Interpolation, y: Float64Array): number {
  return weights.reduce((sum, w, i) => sum + w * y[first + i]!, 0);
}
