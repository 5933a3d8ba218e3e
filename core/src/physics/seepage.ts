import { solvePositive, solveWithDiagonal } from '../numerics/index.js';

/** A leaf of ground or wall behind a face, in which water spreads to its leaks. */
export interface SeepageSheet {
  widthM: number;
  heightM: number;
  /** in the sheet's plane, m²/s */ transmissivityM2S: number;
  /** m³/s that enter over the whole face per metre between the water's level and the head there, m²/s */ sourceConductanceM2S: number;
  /** side of a square cell; the face is rounded to whole cells */ cellM: number;
}

export interface Cell {
  column: number;
  row: number;
}

/**
 * Steady seepage in the sheet: on each square cell T Σ (H_neighbour − H) + S/N (H_water − H) = Q, edges closed. The matrix is
 * diagonal in cosines (Strang 1999, The discrete cosine transform), so that the drop of head at one cell for a unit flow out of
 * another is a sum over modes: no system of the grid's size need be solved.
 */
export class SeepageGrid {
  readonly columns: number;
  readonly rows: number;
  private readonly inverseEigenvalues: Float64Array;

  constructor(private readonly sheet: SeepageSheet) {
    this.columns = Math.max(1, Math.round(sheet.widthM / sheet.cellM));
    this.rows = Math.max(1, Math.round(sheet.heightM / sheet.cellM));
    const bend = (k: number, n: number) => sheet.transmissivityM2S * (2 - 2 * Math.cos((Math.PI * k) / n));
    const perCell = sheet.sourceConductanceM2S / (this.columns * this.rows);
    this.inverseEigenvalues = new Float64Array(this.columns * this.rows);
    for (let k = 0; k < this.columns; k++)
      for (let l = 0; l < this.rows; l++)
        this.inverseEigenvalues[k * this.rows + l] = 1 / (bend(k, this.columns) + bend(l, this.rows) + perCell);
  }

  cellAt(xM: number, yM: number): Cell {
    const within = (at: number, length: number, n: number) => Math.min(n - 1, Math.floor((at / length) * n));
    return { column: within(xM, this.sheet.widthM, this.columns), row: within(yM, this.sheet.heightM, this.rows) };
  }

  /** Drop of head at each cell of a list per flow out of each other, row after row, s/m²; symmetric and positive definite for distinct cells. */
  responses(cells: readonly Cell[]): Float64Array {
    const n = cells.length;
    const across = cells.map(({ column }) => modes(column, this.columns));
    const up = cells.map(({ row }) => modes(row, this.rows));
    const out = new Float64Array(n * n);
    for (let i = 0; i < n; i++)
      for (let j = 0; j <= i; j++) out[i * n + j] = out[j * n + i] = this.sumOverModes(across[i]!, across[j]!, up[i]!, up[j]!);
    return out;
  }

  private sumOverModes(across1: Float64Array, across2: Float64Array, up1: Float64Array, up2: Float64Array): number {
    let sum = 0;
    for (let k = 0; k < this.columns; k++) {
      let inner = 0;
      for (let l = 0; l < this.rows; l++) inner += up1[l]! * up2[l]! * this.inverseEigenvalues[k * this.rows + l]!;
      sum += across1[k]! * across2[k]! * inner;
    }
    return sum;
  }
}

/** Values at one cell of the orthonormal cosines on n cells. */
function modes(cell: number, n: number): Float64Array {
  return Float64Array.from({ length: n }, (_, k) => Math.sqrt((k === 0 ? 1 : 2) / n) * Math.cos((Math.PI * k * (cell + 0.5)) / n));
}

/** Leaks on the sheet: with everything shut a pressure head stands at each; what flows lowers it everywhere. */
export interface LeakNetwork {
  /** m at each leak when nothing flows */ shutHeadM: Float64Array;
  /** s/m², n × n */ responses: Float64Array;
  /** m²/s: flow per metre of pressure head, none when that is negative */ conductanceM2S: Float64Array;
}

/**
 * Pressure heads at all leaks when those in `open` flow, m. Leaks drawn below zero by the others stop flowing: found by
 * Newton's method on the kinked outflow law, which ends after finitely many steps because the sheet's matrix is an M-matrix.
 */
export function headsWith(network: LeakNetwork, open: readonly number[]): Float64Array {
  let flowing = open.filter((i) => network.shutHeadM[i]! > 0 && network.conductanceM2S[i]! > 0);
  for (;;) {
    const heads = headsWithFlowing(network, flowing);
    const wanted = open.filter((i) => heads[i]! > 0 && network.conductanceM2S[i]! > 0);
    if (wanted.length === flowing.length && wanted.every((i, k) => i === flowing[k])) return heads;
    flowing = wanted;
  }
}

/** (I + R G) p = a on the flowing leaks, made symmetric: with u = √G p, (I + √G R √G) u = √G a. */
function headsWithFlowing({ shutHeadM, responses, conductanceM2S }: LeakNetwork, flowing: readonly number[]): Float64Array {
  const n = shutHeadM.length;
  const m = flowing.length;
  const root = flowing.map((i) => Math.sqrt(conductanceM2S[i]!));
  const matrix = new Float64Array(m * m);
  for (let a = 0; a < m; a++)
    for (let b = 0; b <= a; b++) matrix[a * m + b] = (a === b ? 1 : 0) + root[a]! * responses[flowing[a]! * n + flowing[b]!]! * root[b]!;
  const u = solvePositive(
    matrix,
    Float64Array.from(flowing, (i, a) => root[a]! * shutHeadM[i]!),
  );
  if (u === null) throw new Error('the seepage matrix is not positive definite');
  const heads = shutHeadM.slice();
  for (let i = 0; i < n; i++) for (let a = 0; a < m; a++) heads[i]! -= responses[i * n + flowing[a]!]! * root[a]! * u[a]!;
  return heads;
}

/**
 * Of each leak in `open` the pressure head once it is shut too and the others flow on, m. While all of them flow, one factor gives
 * all: in the symmetric form of `headsWithFlowing` taking out row i leaves its unknown at uᵢ / (A⁻¹)ᵢᵢ (Schur complement, Golub & Van
 * Loan, Matrix Computations, §3.2), and shutting one raises the head at the others, so that they go on flowing.
 */
export function headsOnceShut(network: LeakNetwork, open: readonly number[]): Float64Array {
  const { shutHeadM, responses, conductanceM2S } = network;
  const n = shutHeadM.length;
  const m = open.length;
  const root = new Float64Array(m);
  const rhs = new Float64Array(m);
  const matrix = new Float64Array(m * m);
  for (let a = 0; a < m; a++) {
    const leak = open[a]!;
    const scale = Math.sqrt(conductanceM2S[leak]!);
    root[a] = scale;
    rhs[a] = scale * shutHeadM[leak]!;
    for (let b = 0; b < a; b++) matrix[a * m + b] = scale * responses[leak * n + open[b]!]! * root[b]!;
    matrix[a * m + a] = 1 + scale * responses[leak * n + leak]! * scale;
  }
  const solved = solveWithDiagonal(matrix, rhs);
  if (!solved) return oneByOne(network, open);
  const out = new Float64Array(m);
  for (let a = 0; a < m; a++) {
    if (!(solved.x[a]! > 0)) return oneByOne(network, open);
    out[a] = solved.x[a]! / (solved.diagonal[a]! * root[a]!);
  }
  return out;
}

/** Where some are drawn dry by the others: shutting one may set another flowing. */
function oneByOne(network: LeakNetwork, open: readonly number[]): Float64Array {
  return Float64Array.from(
    open,
    (leak) =>
      headsWith(
        network,
        open.filter((other) => other !== leak),
      )[leak]!,
  );
}
