import { type LongCalculator, list, number, optional, record, tex, text } from '../fields/index.js';
import { type Issue, type Result, accept, issue, refuse } from '../issues.js';
import { type LeakNetwork, SeepageGrid, headsWith } from '../physics/index.js';
import { type Order, bestOrder } from './order-search.js';

const level = number('m', { min: -12_000, max: 12_000 });
const side = number('m', { above: 0, max: 10_000 });
const place = number('m', { min: 0, max: 10_000 });
const leak = {
  id: text(60),
  xM: place,
  yM: place,
  conductanceM2S: optional(number('m²/s', { above: 0, max: 1e6 })),
  flowLPerH: optional(number('L/h', { above: 0, max: 1e9 })),
};
const fields = {
  leaks: list(record(leak), 40),
  faceWidthM: side,
  faceHeightM: side,
  waterLevelM: level,
  bottomLevelM: level,
  wallBacking: record({
    transmissivityM2S: number('m²/s', { above: 0, max: 1e6 }),
    sourceConductanceM2S: number('m²/s', { above: 0, max: 1e6 }),
  }),
  cellM: optional(number('m', { above: 0, max: 1000 })),
};
type Leak = { id: string; xM: number; yM: number; conductanceM2S?: number | undefined; flowLPerH?: number | undefined };

const L_PER_H = 3.6e6;
/** along the longer side */
const CELLS = 60;
const MOST_CELLS = 40_000;

export interface SealingStep {
  plugId: string;
  /** L/h by leak */ flowsAfter: Record<string, number>;
  /** pressure heads, m, by leak, at plugged ones too; negative where the wall sucks */ headsAfter: Record<string, number>;
}

export interface SealingOrder {
  steps: SealingStep[];
  order: string[];
  /** highest on a plug just placed, over all steps but the last; with one leak, on that one */ peakHeadM: number;
  /** highest anywhere once all are shut */ finalHeadM: number;
  /** false when there are too many leaks for every order to be weighed */ exact: boolean;
}

/**
 * In which order to stop leaks that share one body of water behind a face: each stop raises the head at the others, and the
 * order keeps the highest head on a fresh plug as low as it can be; the last one bleeds until the rest have set. Equal peaks are
 * told apart by the next highest heads, then by id. Every order is weighed up to 12 leaks. A leak sits in the cell that holds it,
 * and its own resistance to water converging on a point depends on the size of that cell.
 * Refuses leaks off the face (`off-the-face`), one id twice (`duplicate-id`), a leak without or with both of conductance and flow,
 * flows that the water could not feed (`flow-not-possible`), and too many cells (`too-fine`).
 */
export const sealingOrder: LongCalculator<typeof fields, SealingOrder> = {
  id: 'sealing-order',
  fields,
  outputs: { steps: '', order: '', peakHeadM: 'm', finalHeadM: 'm', exact: '' },
  symbols: { peakHeadM: 'p_{peak}', finalHeadM: 'p_{end}', waterLevelM: 'H_w' },
  equation: [
    tex`T \textstyle\sum_{n} (H_n - H) + \frac{S}{N} (@waterLevelM - H) = Q \quad \text{on each cell}`,
    tex`Q_i = g_i \cdot \max(0,\; H_i - z_i)`,
    tex`@peakHeadM = \min_{\text{order}} \max_{\text{steps but the last}} (H - z)_{\text{fresh plug}}`,
  ],
  sources: [{ kind: 'published', title: 'Steady seepage by finite differences, e.g. Harr 1962, Groundwater and Seepage' }],
  *steps(input) {
    const issues = check(input);
    if (issues.length > 0) return { ok: false, issues };
    const { leaks } = input;
    const built = buildNetwork(input);
    if (!built.ok) return built;
    const network = built.value;
    const order = yield* bestOrder(
      network,
      leaks.map(({ id }) => id),
    );
    if (order === 'stopped') return refuse(issue('stopped', ''));
    return accept(describe(network, leaks, order));
  },
};

function check({
  leaks,
  faceWidthM,
  faceHeightM,
  cellM,
}: {
  leaks: readonly Leak[];
  faceWidthM: number;
  faceHeightM: number;
  cellM?: number | undefined;
}): Issue[] {
  const issues = leaks.flatMap(({ id, xM, yM, conductanceM2S, flowLPerH }, i) => {
    const found: Issue[] = [];
    if (xM > faceWidthM) found.push(issue('off-the-face', `leaks[${i}].xM`));
    if (yM > faceHeightM) found.push(issue('off-the-face', `leaks[${i}].yM`));
    if (leaks.findIndex((other) => other.id === id) < i) found.push(issue('duplicate-id', `leaks[${i}].id`));
    const given = Number(conductanceM2S !== undefined) + Number(flowLPerH !== undefined);
    const code = given === 0 ? 'one-of-missing' : 'only-one-of';
    if (given !== 1) found.push(issue(code, `leaks[${i}].conductanceM2S`, { fields: 'conductanceM2S, flowLPerH' }));
    return found;
  });
  if (cellM !== undefined && (faceWidthM / cellM) * (faceHeightM / cellM) > MOST_CELLS)
    issues.push(issue('too-fine', 'cellM', { max: MOST_CELLS }));
  return issues;
}

function buildNetwork(input: {
  leaks: readonly Leak[];
  faceWidthM: number;
  faceHeightM: number;
  waterLevelM: number;
  bottomLevelM: number;
  wallBacking: { transmissivityM2S: number; sourceConductanceM2S: number };
  cellM?: number | undefined;
}): Result<LeakNetwork> {
  const { leaks, faceWidthM: widthM, faceHeightM: heightM } = input;
  const cellM = input.cellM ?? Math.max(widthM, heightM) / CELLS;
  const grid = new SeepageGrid({ widthM, heightM, ...input.wallBacking, cellM });
  const responses = grid.responses(leaks.map(({ xM, yM }) => grid.cellAt(xM, yM)));
  const shutHeadM = Float64Array.from(leaks, ({ yM }) => input.waterLevelM - (input.bottomLevelM + yM));
  const measured = leaks.map(({ flowLPerH }) => (flowLPerH ?? 0) / L_PER_H);
  // heads at the leaks as they were when the flows were measured, nothing stopped yet
  const drawn = shutHeadM.map((head, i) => head - measured.reduce((sum, q, j) => sum + responses[i * leaks.length + j]! * q, 0));
  const byConductance = Float64Array.from(leaks, ({ conductanceM2S }) => conductanceM2S ?? 0);
  const heads = headsWith(
    { shutHeadM: drawn, responses, conductanceM2S: byConductance },
    leaks.map((_, i) => i),
  );
  const conductanceM2S = byConductance.map((given, i) => (given > 0 ? given : measured[i]! / heads[i]!));
  const impossible = leaks.flatMap(({ flowLPerH }, i) =>
    flowLPerH !== undefined && heads[i]! <= 0 ? [issue('flow-not-possible', `leaks[${i}].flowLPerH`, { headM: heads[i]! })] : [],
  );
  return impossible.length > 0 ? { ok: false, issues: impossible } : accept({ shutHeadM, responses, conductanceM2S });
}

function describe(network: LeakNetwork, leaks: readonly Leak[], { order, exact }: Order): SealingOrder {
  const byId = (values: (i: number) => number) => Object.fromEntries(leaks.map(({ id }, i) => [id, values(i)]));
  const shut = new Set<number>();
  let peakHeadM = -Infinity;
  const steps = order.map((plugged, step) => {
    shut.add(plugged);
    const heads = headsWith(
      network,
      leaks.flatMap((_, i) => (shut.has(i) ? [] : [i])),
    );
    if (step < order.length - 1 || order.length === 1) peakHeadM = Math.max(peakHeadM, heads[plugged]!);
    return {
      plugId: leaks[plugged]!.id,
      flowsAfter: byId((i) => (shut.has(i) ? 0 : network.conductanceM2S[i]! * Math.max(0, heads[i]!) * L_PER_H)),
      headsAfter: byId((i) => heads[i]!),
    };
  });
  return { steps, order: order.map((i) => leaks[i]!.id), peakHeadM, finalHeadM: Math.max(...network.shutHeadM), exact };
}
