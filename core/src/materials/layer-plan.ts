import { SEALER_WETTING, SECOND_COAT } from '../build-up/index.js';
import type { Binder, Family, LayerConditions, LayerId, LayerSpec, Product, WaterLoad } from '../catalogue/index.js';
import { type Working, workSurely } from '../fields/index.js';
import type { Face, LayerAlteration, ProductRole, School, SchoolQuestion } from '../jobs/index.js';
import { ceilDecimal } from '../quantities/index.js';
import { kgPerLitre } from './detail-take-off.js';
import { LOSS_PCT, takeOff } from './take-off.js';

/** What decides which layers a face gets and how thick they are. */
export interface LayerSetting {
  areaM2: number;
  face: Pick<Face, 'substrate' | 'salts' | 'kind' | 'roughnessFactor' | 'near' | 'oldLayers'>;
  load: WaterLoad;
  /** a floor finish follows */ finish: boolean;
  /** acid of sewer gas eats at it */ acid: boolean;
  /** damp rises in it */ rising?: boolean;
  /** of a wall: how long its foot is, and how thick it stands */ foot?: { footM: number; thicknessMm: number };
  school(question: SchoolQuestion): School;
  /** what somebody decided otherwise */ alterations?: readonly LayerAlteration[];
}

/** One layer as it is laid: a coat with its number, a primer, a board. */
export interface PlannedLayer {
  /** stable within a face: `coat-2`, `board` */ id: string;
  layer: LayerId;
  product: Product;
  /** bought, per m² of smooth work, in the product's measure */ perM2: number;
  wetMm?: number;
  dryMm?: number;
  /** h after the layer before it; undefined for the first. At once: counted from the end of that one */
  after?: { minH: number; maxH: number | null; referenceC: number; atOnce?: boolean };
  rewet: boolean;
  crosswise: boolean;
  /** laid into the coat before it */ embedded: boolean;
  counts: boolean;
}

/** What a face takes of one kind of layer, all its coats together, in the product's measure. */
export interface LayerLine {
  layer: LayerId;
  product: Product;
  coats: number;
  amount: number;
  working: Working;
}

export interface LayerPlan {
  layers: PlannedLayer[];
  lines: LayerLine[];
  missing: ProductRole[];
  /** alterations that would make it thinner, or fewer: not followed */ refused: LayerAlteration[];
}

/** The layers of a family on one face, from the substrate outwards, and what they take. */
export function planLayers(family: Family, setting: LayerSetting, productFor: (role: ProductRole) => Product | undefined): LayerPlan {
  const plan: LayerPlan = { layers: [], lines: [], missing: [], refused: [] };
  let numbered = 0;
  for (const spec of withAdded(family.layers, setting)) {
    if (!appliesTo(spec, setting)) continue;
    const product = productFor(spec.role);
    if (!product) {
      plan.missing.push(spec.role);
      continue;
    }
    const rate = altered(rateOf(spec, product, family, setting), spec, setting, plan);
    const coats = spec.part === undefined ? rate.coats : spec.part === 'first' ? 1 : rate.coats - 1;
    for (let n = 1; n <= coats; n++) {
      const before = plan.layers.findLast((layer) => !layer.embedded);
      const id = spec.id === 'coat' ? `coat-${++numbered}` : spec.id;
      plan.layers.push({
        id,
        layer: spec.id,
        product,
        ...rate.each,
        after: before && waitAfter(before, { spec, n, numbered, family, setting }),
        rewet: family.wantsWet && wetsAgain(spec, { product, numbered, family, setting }),
        crosswise: spec.crosswise === true && numbered > 1,
        embedded: spec.embedded === true,
        counts: spec.counts,
      });
    }
    if (spec.part !== 'rest') plan.lines.push(lineOf(spec, product, { perM2: rate.each.perM2, coats: rate.coats }, setting));
  }
  return plan;
}

function appliesTo({ id, when }: LayerSpec, setting: LayerSetting): boolean {
  return !when || isAdded(id, setting) || when.some((conditions) => holds(conditions, setting));
}

const isAdded = (id: LayerId, { alterations = [] }: LayerSetting): boolean =>
  alterations.some((each) => each.do === 'add' && each.layer === id);

/** Layers that go with any family where somebody asks for them, in the order in which they would lie. */
const ADDABLE: readonly { spec: LayerSpec; lies: 'under' | 'in' | 'over' }[] = [
  { spec: { id: 'damp-course', role: 'damp-course', alongFoot: true, counts: false }, lies: 'under' },
  { spec: { id: 'silicate-primer', role: 'silicate-primer', counts: false }, lies: 'under' },
  { spec: { id: 'acrylic-primer', role: 'acrylic-primer', counts: false }, lies: 'under' },
  { spec: { id: 'levelling', role: 'levelling-render', counts: false }, lies: 'under' },
  { spec: { id: 'mesh', role: 'mesh', embedded: true, lapPct: 12, counts: false }, lies: 'in' },
  // a plain render that protects a tanking, keyed into it; a screed laid to falls, with its liquid: 65 mm of 14 bags a m³, 125 mL a bag
  { spec: { id: 'render', role: 'levelling-render', after: { minH: 12, maxH: null }, counts: false }, lies: 'over' },
  { spec: { id: 'screed', role: 'screed-waterproofer', kgPerM2: 0.12, counts: false }, lies: 'over' },
  { spec: { id: 'board', role: 'protection-board', lapPct: 3, counts: false }, lies: 'over' },
  { spec: { id: 'drainage', role: 'drainage-mat', lapPct: 3, counts: false }, lies: 'over' },
];

/** The family's layers with those that were asked for and that it has not: under its own, bedded into its first coat, or over all. */
function withAdded(own: readonly LayerSpec[], setting: LayerSetting): readonly LayerSpec[] {
  const added = ADDABLE.filter(({ spec }) => isAdded(spec.id, setting) && !own.some(({ id }) => id === spec.id));
  if (added.length === 0) return own;
  const of = (where: 'under' | 'in' | 'over') => added.filter(({ lies }) => lies === where).map(({ spec }) => spec);
  const coat = own.findIndex(({ id }) => id === 'coat');
  const bedded = coat < 0 ? [...own, ...of('in')] : [...own.slice(0, coat + 1), ...of('in'), ...own.slice(coat + 1)];
  return [...of('under'), ...bedded, ...of('over')];
}

/** More coats, or more of each, as somebody decided; fewer or thinner than the sheet is refused. */
function altered(rate: Rate, spec: LayerSpec, { alterations = [] }: LayerSetting, plan: LayerPlan): Rate {
  let { coats, each } = rate;
  for (const change of alterations) {
    if (change.layer !== spec.id || change.do === 'add' || change.figure === undefined) continue;
    if (change.do === 'coats') {
      const wanted = Math.round(change.figure);
      if (wanted < coats) plan.refused.push(change);
      else coats = wanted;
    } else if (change.figure < each.perM2) plan.refused.push(change);
    else {
      const more = change.figure / each.perM2;
      const film = each.wetMm === undefined ? {} : { wetMm: each.wetMm * more, dryMm: each.dryMm! * more };
      each = { perM2: change.figure, ...film };
    }
  }
  return { coats, each };
}

function holds(when: LayerConditions, { face, finish, acid, rising: isRising, school }: LayerSetting): boolean {
  return (
    (!when.substrates || when.substrates.includes(face.substrate)) &&
    (!when.salts || when.salts.includes(face.salts ?? 'none')) &&
    (when.roughnessOver === undefined || face.roughnessFactor > when.roughnessOver) &&
    (!when.kinds || when.kinds.includes(face.kind)) &&
    (when.buried === undefined || when.buried === (face.near.kind === 'ground')) &&
    (when.finish === undefined || when.finish === finish) &&
    (when.rising === undefined || when.rising === (isRising === true)) &&
    (when.acid === undefined || when.acid === acid) &&
    (!when.lastOld || (face.oldLayers?.length ? when.lastOld.includes(face.oldLayers.at(-1)!) : false)) &&
    (!when.school || school(when.school[0]) === when.school[1])
  );
}

interface Rate {
  coats: number;
  each: { perM2: number; wetMm?: number; dryMm?: number };
}

/** Holes of 12 mm every 120 mm, to 40 mm from the far side, filled with cream; common practice, no source. */
const DAMP_COURSE = { holeMm: 12, everyMm: 120, leavesMm: 40 } as const;

function holesKgPerM({ densityKgL = 1 }: Product, { foot }: LayerSetting): number {
  const { holeMm, everyMm, leavesMm } = DAMP_COURSE;
  const deepMm = Math.max(0, (foot?.thicknessMm ?? 0) - leavesMm);
  return ((1000 / everyMm) * (Math.PI / 4) * holeMm ** 2 * deepMm * densityKgL) / 1e6;
}

/** Coats and the mass of each: the family's own figure, the film the water asks for, or what the sheet says. */
function rateOf(spec: LayerSpec, product: Product, family: Family, setting: LayerSetting): Rate {
  const { coat } = product;
  if (spec.alongFoot) return { coats: 1, each: { perM2: (holesKgPerM(product, setting) * (setting.foot?.footM ?? 0)) / setting.areaM2 } };
  if (!coat) return { coats: 1, each: { perM2: spec.kgPerM2 ?? 1 + (spec.lapPct ?? 0) / 100 } };
  const solids = (coat.volumeSolidsPct ?? 100) / 100;
  const film = (wetMm: number | undefined) => (wetMm === undefined ? {} : { wetMm, dryMm: wetMm * solids });
  if (spec.kgPerM2 !== undefined) {
    const wetMm = coat.wetFilmMm && spec.kgPerM2 / kgPerLitre(product);
    return { coats: spec.coats ?? coat.coats, each: { perM2: spec.kgPerM2, ...film(wetMm) } };
  }
  if (spec.id === 'coat' && coat.byLoad && coat.wetFilmMm) {
    const wetMm = (coat.byLoad[setting.load] ?? coat.byLoad.damp) / solids;
    const coats = Math.max(coat.coats, ceilDecimal(wetMm / (coat.maxLayerMm ?? coat.wetFilmMm)));
    return { coats, each: { perM2: (wetMm / coats) * kgPerLitre(product), ...film(wetMm / coats) } };
  }
  return { coats: spec.coats ?? coatsBySchool(coat.coats, family, setting), each: { perM2: coat.kgPerM2PerCoat, ...film(coat.wetFilmMm) } };
}

/** One crystalline coat does against ordinary damp, say some. */
function coatsBySchool(coats: number, family: Family, { load, school }: LayerSetting): number {
  const isOrdinary = load === 'damp' || load === 'aboveGround';
  return family.schools.includes('crystalline-coats') && isOrdinary && school('crystalline-coats') === 'A' ? 1 : coats;
}

interface Follows {
  spec: LayerSpec;
  n: number;
  numbered: number;
  family: Family;
  setting: LayerSetting;
}

function waitAfter({ product }: PlannedLayer, { spec, n, numbered, family, setting }: Follows): PlannedLayer['after'] {
  const { referenceC, coat } = product;
  const isSchooled = spec.id === 'coat' && numbered > 1 && family.schools.includes('second-coat');
  if (isSchooled) {
    const { opensH, closesH } = SECOND_COAT[setting.school('second-coat')];
    const sheet = coat?.recoat ?? { minH: 0, maxH: null };
    // the sheet bounds the school: what lies outside its hours is not followed
    const minH = opensH === 'touch-dry' ? sheet.minH : Math.max(opensH, sheet.minH);
    const maxH = Math.min(closesH, sheet.maxH ?? Infinity);
    return minH <= maxH ? { minH, maxH, referenceC } : { ...sheet, referenceC };
  }
  if (n === 1 && spec.after) return { ...spec.after, referenceC };
  if (!coat) return { minH: 0, maxH: null, referenceC };
  if (!isCover(spec)) return { ...coat.recoat, referenceC };
  return { minH: coat.coverH, maxH: BARE_AT_MOST_H[product.binder] ?? null, referenceC };
}

/** Films are under their board before sun, feet and stones have them, 14 days at most; what cement binds may wait. Common practice, no source. */
const BARE_AT_MOST_H: Partial<Record<Binder, number>> = { bitumen: 336, rubber: 336, polyurethane: 336, acrylic: 336, epoxy: 336 };

/** Boards and renders lie on a coat that has hardened, not on one that may still be recoated. */
export const isCover = ({ id }: Pick<LayerSpec, 'id'>): boolean => id === 'board' || id === 'drainage' || id === 'screed';

/** Goes along the foot of a wall rather than over it. */
const ALONG: ReadonlySet<LayerSpec['id']> = new Set(['damp-course']);

/** Laid over a face by the square metre; what goes on green concrete or into it follows the pour. */
export function isLaidInZones(layer: LayerSpec['id'], { placed }: Pick<Family, 'placed'>): boolean {
  return (
    placed !== 'on-green-concrete' && placed !== 'in-the-mix' && placed !== 'in-cracks' && !isCover({ id: layer }) && !ALONG.has(layer)
  );
}

/** Coats of cement and lime are laid on what is wet; a second coat that polymer binds is not, nor a sealer beyond its school. */
function wetsAgain(
  { id }: LayerSpec,
  { product, numbered, family, setting: { school } }: { product: Product; numbered: number; family: Family; setting: LayerSetting },
): boolean {
  if (id !== 'coat' && id !== 'render') return false;
  if (family.schools.includes('sealer-wetting')) return numbered <= 1 && SEALER_WETTING[school('sealer-wetting')] === 'soak';
  if (numbered <= 1) return true;
  if (family.schools.includes('second-coat') && id === 'coat') return SECOND_COAT[school('second-coat')].rewetToSsd;
  return product.binder === 'cement' || product.binder === 'lime' || id === 'render';
}

function lineOf(
  spec: LayerSpec,
  product: Product,
  { perM2, coats }: { perM2: number; coats: number },
  { areaM2, face }: LayerSetting,
): LayerLine {
  const counted = spec.pieces !== undefined;
  const working = workSurely(takeOff, {
    areaM2: counted ? 1 : areaM2,
    kgPerM2PerCoat: spec.pieces ?? perM2,
    coats,
    roughnessFactor: product.measure === 'kg' ? face.roughnessFactor : 1,
    lossPct: counted ? 0 : LOSS_PCT,
  });
  return { layer: spec.id, product, coats, amount: working.output.orderKg, working };
}
