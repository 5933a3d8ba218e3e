import { PRODUCT_FIELDS, TOOLS } from '../catalogue/index.js';
import { type InputOf, choice, flag, list, map, nullable, number, optional, readFields, record, text, time } from '../fields/index.js';
import { type Issue, type Result, accept, issue, refuse } from '../issues.js';
import { DRAWN_SHEET_FIELDS, FAMILY_IDS, GRADES, MENDS_FIELD } from '../jobs/index.js';
import { hashOf } from '../site-log/index.js';
import { plannedTest } from './proof-plan.js';

/** What a released plan holds for good: whatever is read, printed or signed about it later comes from here and from the log. */

const id = text(200);
const name = text(200);
const words = text(1000);
const metres = number('m', { min: -100_000, max: 100_000 });
const mm = number('mm', { min: 0, max: 100_000 });
const hours = number('h', { min: 0, max: 10_000 });
const amount = number('', { min: 0, max: 1e9 });
const version = number('', { min: 1, max: 1_000_000, whole: true });
const productRef = record({ id: text(80), version });
const school = record({ school: choice(['A', 'B']), from: choice(['face', 'job', 'organisation', 'usual']), reason: optional(words) });

const side = record({ kind: text(20), water: optional(name) });

/** The water that loaded the face, under the case that governed. */
const load = record({
  waterBodyId: id,
  water: name,
  levelId: id,
  levelKind: text(20),
  levelM: metres,
  at: time(),
  side: choice(['positive', 'negative']),
  headAtFootM: metres,
  pressureAtFootKPa: number('kPa', { min: 0, max: 1e6 }),
  forceKN: optional(number('kN', { min: 0, max: 1e9 })),
});

const rating = record({
  requiredKPa: amount,
  ratedKPa: amount,
  utilisation: nullable(amount),
  passes: flag(),
  reasons: list(text(80), 20, 0),
});

const layer = record({
  id,
  layer: text(40),
  product: productRef,
  perM2: amount,
  wetMm: optional(mm),
  dryMm: optional(mm),
  after: optional(
    record({ minH: hours, maxH: nullable(hours), referenceC: number('°C', { min: -50, max: 80 }), atOnce: optional(flag()) }),
  ),
  rewet: flag(),
  crosswise: flag(),
  embedded: flag(),
  counts: flag(),
});

/** A step of a detail: what is done, and its dimensions by name. */
const step = record({ do: text(40), figures: map(number(''), 20), says: map(text(80), 20) });

const treatment = record({
  targetId: id,
  /** kind of feature or junction */ of: text(40),
  /** of a feature */ mark: optional(text(8)),
  /** of a junction: the two that meet */ faceIds: optional(list(id, 2)),
  wetState: optional(text(20)),
  widthMm: optional(mm),
  movement: optional(text(20)),
  lengthM: metres,
  /** its other dimensions by name, and what the coats over it do there; none in plans from before they were kept */ geometry: optional(
    map(amount, 12),
  ),
  with: optional(list(text(20), 10, 0)),
  headM: optional(metres),
  ruleId: text(80),
  verdict: choice(['treat', 'coat-over', 'refuse', 'undecided']),
  why: text(80),
  steps: list(step, 40, 0),
  /** when somebody decided otherwise: what the rules say, and why it is not followed */
  instead: optional(record({ ruleId: text(80), why: text(80), reason: words })),
  takes: list(record({ step: text(40), product: productRef, amount }), 60, 0),
});

const finding = record({ code: text(80), says: map(text(200), 20) });

const face = record({
  faceId: id,
  /** in the walk round the site, from 0 */ place: number('', { min: 0, max: 10_000, whole: true }),
  mark: text(8),
  name,
  kind: text(20),
  substrate: text(40),
  strengthMPa: number('MPa', { min: 0, max: 200 }),
  thicknessMm: mm,
  roughnessFactor: number('', { min: 1, max: 5 }),
  areaM2: amount,
  bottomLevelM: metres,
  topLevelM: metres,
  near: side,
  far: side,
  load: optional(load),
  /** what is ticked before the first start of a day; none in plans from before that was asked */ care: optional(list(text(40), 20)),
  rating: optional(rating),
  family: optional(choice(FAMILY_IDS)),
  reason: optional(words),
  /** how it is made ready, in order; none in plans from before that was kept */ prepare: optional(list(text(40), 30, 0)),
  /** chosen against a hard limit: who answers for it, and why */ exception: optional(record({ by: name, reason: words })),
  /** layers made otherwise than the family has them, with the reason */ alterations: optional(
    list(record({ do: text(20), layer: text(40), figure: optional(amount), reason: words }), 20),
  ),
  /** what was decided for coats that came late */ remedies: optional(
    list(record({ workItemId: id, way: text(40), reason: words, decidedAt: time() }), 100),
  ),
  /** what was decided where tests failed */ mends: optional(MENDS_FIELD),
  /** what may come in, BS 8102 grade, where somebody said */ grade: optional(choice(GRADES)),
  /** how it is proven; none in plans from before that was kept */ proof: optional(list(plannedTest, 40, 0)),
  products: map(productRef, 40),
  schools: map(school, 40),
  layers: list(layer, 40, 0),
  treatments: list(treatment, 6000, 0),
  findings: list(finding, 6000, 0),
});

const schoolChoice = record({ school: choice(['A', 'B']), reason: optional(words) });

export const RELEASED_PLAN = {
  job: record({ name, site: name, timeZone: text(64), currency: text(3), datum: name }),
  /** by which formulas and rules it was made */ pins: record({ core: version, rules: version }),
  crew: record({ people: number('', { min: 1, max: 50, whole: true }), tool: optional(choice(TOOLS)) }),
  house: record({
    /** only in plans released before it was left out: guests and clients read them */ labourMinorPerH: optional(amount),
    sparePct: number('%', { min: 0, max: 100 }),
    paces: map(amount, 200),
    schools: map(schoolChoice, 40),
  }),
  /** sheets as they were, whole */ products: list(record(PRODUCT_FIELDS), 500, 0),
  faces: list(face, 1000, 0),
  /** the survey as it is drawn; none in plans from before it was kept */ sheet: optional(record(DRAWN_SHEET_FIELDS)),
};

export type ReleasedPlan = InputOf<typeof RELEASED_PLAN>;
export type ReleasedFace = ReleasedPlan['faces'][number];
export type ReleasedTreatment = ReleasedFace['treatments'][number];

/** What was decided, with the work and the quantities that follow from it. */
export interface ReleasedContent {
  decided: ReleasedPlan;
  workItems: readonly unknown[];
  quantities: readonly unknown[];
}

/** SHA-256 of all that was released: "unchanged since" is that this is the same, and nothing else. */
export function fingerprintOf({ decided, workItems, quantities }: ReleasedContent): string {
  return hashOf(JSON.parse(JSON.stringify({ decided, workItems, quantities })));
}

/** Checks a released plan that comes from outside: its shape, and that its fingerprint is its own. */
export function checkReleased(
  raw: { decided: unknown; workItems: readonly unknown[]; quantities: readonly unknown[]; fingerprint: string },
  path: string,
): Result<ReleasedPlan> {
  const issues: Issue[] = [];
  const decided = readFields(RELEASED_PLAN, raw.decided, `${path}.decided`, issues);
  if (!decided) return refuse(...issues);
  if (fingerprintOf({ ...raw, decided: raw.decided as ReleasedPlan }) !== raw.fingerprint)
    return refuse(issue('hash-does-not-match', `${path}.fingerprint`));
  return accept(decided);
}
