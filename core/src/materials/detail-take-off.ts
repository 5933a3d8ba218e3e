import type { DetailStep, DetailStepKind, SlotSize } from '../build-up/index.js';
import type { Product } from '../catalogue/index.js';
import { type Working, work, workSurely } from '../fields/index.js';
import type { Issue } from '../issues.js';
import type { ProductRole } from '../jobs/index.js';
import { fillet } from './fillet.js';
import { jointSheet } from './joint-sheet.js';
import { type SlotFill, slotFill } from './slot-fill.js';
import { stripeCoat } from './stripe-coat.js';
import { LOSS_PCT, takeOff } from './take-off.js';

/** What a detail is made on. A corner has a length, a tie hole a diameter, a honeycomb an area and a depth. */
export interface DetailGeometry {
  lengthM: number;
  areaM2: number;
  /** of a crack or the gap of a joint */ widthMm?: number;
  depthMm?: number;
  diameterMm?: number;
  movementMm?: number;
  wallThicknessMm: number;
  /** from where to where along its face, m from the left end; unknown of what is measured on another face */ alongM?: readonly [
    number,
    number,
  ];
  /** a corner or a collar rather than a line on the face */ isCorner?: boolean;
}

/** What one step takes of one product, in the product's measure, with loss. */
export interface DetailLine {
  step: DetailStepKind;
  role: ProductRole;
  product: Product;
  amount: number;
  /** one after the other, where it is more than one */ coats?: number;
  /** wet film of a coat that is laid as a detail, all its coats together */ mm?: number;
  /** none for what is only counted */ working?: Working;
}

export interface DetailTakeOff {
  lines: DetailLine[];
  /** parts that the build-up names no product for */ missing: ProductRole[];
  /** the cut, where there is one */ slot?: Working<SlotFill>;
  issues: Issue[];
}

/** What no one measured; common practice, no source. */
export const ASSUMED = {
  gapMm: 10,
  movementMm: 5,
  looseDepthMm: 50,
  pourDepthMm: 25,
  pouredGapMm: 3,
  holeDepthMm: 50,
  holeMm: 10,
  crackMm: 0.5,
  /** of crack on either side of a single leak */ spotM: 0.3,
} as const;
/** Ragged corners swallow more mortar than their geometry: 2.5 kg/m against 1.44 for a 40 mm triangle at 1.8 kg/L; common practice. */
const FILLET_PRACTICE_FACTOR = 1.75;
/** What is injected runs on into what branches off, 1.5 to 2 times the crack in concrete; common practice. */
const RUN_ON_FACTOR = 2;
const PACKER_HOLE_MM = 13;
/** Volume that a litre of dry sand adds to resin: the rest of it fills its own pores. */
const SAND_SOLID = 0.6;
/** Laps at the ends of strips of mesh and fabric, 100 mm on a metre. */
const STRIP_LAP = 1.1;

/** Bought mass for a litre in place: a filler's own figure, or a coat's rate over its film. */
export function kgPerLitre({ fill, coat, densityKgL }: Product): number {
  if (fill) return fill.kgPerLitre;
  if (coat?.wetFilmMm) return coat.kgPerM2PerCoat / coat.wetFilmMm;
  return densityKgL ?? 1;
}

/** Materials of one detail, step by step. What its figures refuse comes back as issues under `path`. */
export function detailTakeOff(
  steps: readonly DetailStep[],
  geometry: DetailGeometry,
  productFor: (role: ProductRole) => Product | undefined,
  path: string,
): DetailTakeOff {
  const out: DetailTakeOff = { lines: [], missing: [], issues: [] };
  const taker = new Taker({ steps, on: geometry, productFor, path }, out);
  for (const step of steps) taker.take(step);
  return out;
}

interface Detail {
  steps: readonly DetailStep[];
  on: DetailGeometry;
  productFor: (role: ProductRole) => Product | undefined;
  path: string;
}

class Taker {
  private slot?: { size: SlotSize; fill: Working<SlotFill> };

  constructor(
    private readonly detail: Detail,
    private readonly out: DetailTakeOff,
  ) {}

  take(step: DetailStep): void {
    const { lengthM, areaM2 } = this.detail.on;
    switch (step.do) {
      case 'open':
        return this.cut(step.slot);
      case 'plug':
        return this.slot ? this.fromSlot('plug', 'plug', (fill) => fill.plugL) : this.plugCavity();
      case 'bond':
        return void this.coated(step.do, 'coat', this.bondM2(), 1);
      case 'fill':
        return this.fromSlot('fill', step.role, (fill) => fill.mortarL);
      case 'patch':
        return this.layer(step.do, step.role, areaM2, this.cavityMm(step) * (1 - (step.plugFraction ?? 0)));
      case 'skim':
        return this.layer(step.do, step.role, areaM2, step.filmMm);
      case 'inject':
        return this.inject(step);
      case 'drain-channel':
        return this.drainChannel(step.portEveryM);
      case 'prime':
        return void this.coated(step.do, step.role, 2 * lengthM * (step.eachSideMm / 1000), 1);
      case 'fillet':
        return this.fillet(step);
      case 'stripe':
        return this.stripe(step);
      case 'seal-joint':
        return this.sealJoint(step.depthMm);
      case 'sheet':
        return this.sheet(step);
      case 'pour-flush':
        return this.pourFlush(step.sandToResin);
      case 'loose-fill':
        return this.volume(step.do, 'sand', this.slotWorking(this.gapMm, ASSUMED.looseDepthMm), 1);
      case 'lap-pipe':
        return this.inTwo(step.do, this.collarM2(step.ontoPipeMm, step.ontoFaceMm), 2);
      case 'lap-drain':
        return this.drain(step);
      case 'seal-hole':
        return this.sealHole();
      case 'floor-lap':
        return this.inTwo(step.do, (lengthM * step.ontoMm) / 1000);
      case 'kick':
        return void this.coated(step.do, 'coat', (lengthM * step.heightMm) / 1000, step.coats);
      case 'chamfer':
      case 'clean':
        return;
    }
  }

  private get gapMm(): number {
    return this.detail.on.widthMm ?? ASSUMED.gapMm;
  }

  private get diameterMm(): number {
    return this.detail.on.diameterMm ?? 0;
  }

  private product(role: ProductRole): Product | undefined {
    const product = this.detail.productFor(role);
    if (!product && !this.out.missing.includes(role)) this.out.missing.push(role);
    return product;
  }

  private add(line: DetailLine): void {
    if (line.amount > 0) this.out.lines.push(line);
  }

  private cut(size: SlotSize): void {
    const fill = work(slotFill, { lengthM: this.detail.on.lengthM, ...size, backWidthMm: size.backWidthMm }, this.detail.path);
    if (!fill.ok) return void this.out.issues.push(...fill.issues);
    this.slot = { size, fill: fill.value };
    this.out.slot = fill.value;
  }

  private fromSlot(step: DetailStepKind, role: ProductRole, litres: (fill: SlotFill) => number): void {
    if (!this.slot) return;
    const product = this.product(role);
    if (product) this.add({ step, role, product, amount: litres(this.slot.fill.output) * kgPerLitre(product), working: this.slot.fill });
  }

  private find<K extends DetailStepKind>(kind: K): Extract<DetailStep, { do: K }> | undefined {
    return this.detail.steps.find((step): step is Extract<DetailStep, { do: K }> => step.do === kind);
  }

  private cavityMm({ leastDepthMm }: Extract<DetailStep, { do: 'patch' }>): number {
    return Math.max(this.detail.on.depthMm ?? 0, leastDepthMm);
  }

  private plugCavity(): void {
    const patch = this.find('patch');
    if (patch) this.layer('plug', 'plug', this.detail.on.areaM2, this.cavityMm(patch) * (patch.plugFraction ?? 0));
  }

  /** m² that a bond coat covers; the sides of a shallow cavity are left out. */
  private bondM2(): number {
    const { lengthM, areaM2, depthMm } = this.detail.on;
    if (this.slot) return (this.slot.fill.output.cutLengthM * bareMm(this.slot.size)) / 1000;
    if (this.find('patch')) return areaM2;
    const leg = this.find('fillet')?.legMm;
    if (leg !== undefined) return (2 * leg * lengthM) / 1000;
    const deepMm = depthMm ?? (this.find('pour-flush') ? ASSUMED.pourDepthMm : ASSUMED.looseDepthMm);
    return areaM2 > 0 ? areaM2 : (2 * deepMm * lengthM) / 1000;
  }

  /** A volume as if it were a slot with upright sides. */
  private slotWorking(widthMm: number, depthMm: number): Working<SlotFill> {
    const { lengthM } = this.detail.on;
    return workSurely(slotFill, { lengthM, widthMm, depthMm, profile: 'u', backWidthMm: undefined, plugFraction: 0, extendMm: 0 });
  }

  private volume(step: DetailStepKind, role: ProductRole, working: Working<SlotFill>, factor: number): void {
    const product = this.product(role);
    if (product) this.add({ step, role, product, amount: working.output.volumeL * factor * kgPerLitre(product), working });
  }

  /** So many mm of a material over an area. */
  private layer(step: DetailStepKind, role: ProductRole, areaM2: number, mm: number): void {
    const product = this.product(role);
    if (!product || areaM2 <= 0) return;
    const working = overArea(areaM2, mm * kgPerLitre(product), 1);
    this.add({ step, role, product, amount: working.output.orderKg, working });
  }

  /** A coat at its own rate over an area; all its coats, when no number is given. */
  private coated(step: DetailStepKind, role: ProductRole, areaM2: number, coats?: number): DetailLine | undefined {
    const product = this.product(role);
    if (!product?.coat || areaM2 <= 0 || coats === 0) return undefined;
    const { kgPerM2PerCoat, wetFilmMm, coats: usual } = product.coat;
    const laid = coats ?? usual;
    const working = overArea(areaM2, kgPerM2PerCoat, laid);
    const film = wetFilmMm === undefined ? {} : { mm: wetFilmMm * laid };
    const line: DetailLine = { step, role, product, amount: working.output.orderKg, working, ...film };
    this.add(line);
    return line;
  }

  /** Stripes and collars: as thick as the sheet says of them, else so many coats. */
  private detailed(step: DetailStepKind, areaM2: number, coats: number): DetailLine | undefined {
    const product = this.product('coat');
    const sheet = product?.coat?.detailMm;
    if (!product || !sheet || coats === 0 || areaM2 <= 0) return this.coated(step, 'coat', areaM2, coats);
    const mm = this.detail.on.isCorner ? sheet.corner : sheet.stripe;
    const working = overArea(areaM2, mm * kgPerLitre(product), 1);
    const line: DetailLine = { step, role: 'coat', product, amount: working.output.orderKg, working, mm };
    this.add(line);
    return line;
  }

  /** Laps and collars: each of their coats is a piece of work of its own. */
  private inTwo(step: DetailStepKind, areaM2: number, coats?: number): void {
    const line = step === 'floor-lap' ? this.coated(step, 'coat', areaM2, coats) : this.detailed(step, areaM2, coats ?? 2);
    const laid = coats ?? line?.product.coat?.coats ?? 1;
    if (line && laid > 1) line.coats = laid;
  }

  /** What fills the crack through the whole thickness and what stays in the drilled holes, with the packers. */
  private inject({ role, spacingShare }: Extract<DetailStep, { do: 'inject' }>): void {
    const { wallThicknessMm, widthMm = ASSUMED.crackMm } = this.detail.on;
    const lengthM = this.detail.on.lengthM || ASSUMED.spotM;
    const packers = Math.ceil((lengthM * 1000) / (wallThicknessMm * spacingShare)) + 1;
    const product = this.product(role);
    if (product) {
      const slot = workSurely(slotFill, {
        ...{ lengthM, widthMm, depthMm: wallThicknessMm, profile: 'u' as const, backWidthMm: undefined, plugFraction: 0, extendMm: 0 },
      });
      // drilled at 45° to the middle: the hole is 0.71 of the thickness long
      const holeL = (Math.PI / 4) * (PACKER_HOLE_MM / 100) ** 2 * ((Math.SQRT1_2 * wallThicknessMm) / 100);
      const amount = (slot.output.volumeL * RUN_ON_FACTOR + holeL * packers) * kgPerLitre(product);
      this.add({ step: 'inject', role, product, amount, working: slot });
    }
    // the second filling goes through the packers that the first one left
    if (this.out.lines.some((line) => line.role === 'packer')) return;
    const packer = this.product('packer');
    if (packer) this.add({ step: 'inject', role: 'packer', product: packer, amount: packers });
  }

  private drainChannel(portEveryM: number): void {
    const { lengthM } = this.detail.on;
    const channel = this.product('drain-channel');
    if (channel) this.add({ step: 'drain-channel', role: 'drain-channel', product: channel, amount: lengthM });
    const port = this.product('access-port');
    if (port) this.add({ step: 'drain-channel', role: 'access-port', product: port, amount: Math.ceil(lengthM / portEveryM) });
  }

  private fillet({ role, legMm, shape }: Extract<DetailStep, { do: 'fillet' }>): void {
    const product = this.product(role);
    if (!product || this.detail.on.lengthM <= 0) return;
    const practiceFactor = role === 'sealant' ? 1 : FILLET_PRACTICE_FACTOR;
    const working = workSurely(fillet, { legMm, lengthM: this.detail.on.lengthM, shape, densityKgL: kgPerLitre(product), practiceFactor });
    this.add({ step: 'fillet', role, product, amount: working.output.kg, working });
  }

  private stripe({ eachSideMm, coats, mesh, fabric }: Extract<DetailStep, { do: 'stripe' }>): void {
    const strip = workSurely(stripeCoat, { lengthM: this.detail.on.lengthM, widthEachSideMm: eachSideMm, filmMm: 1, densityKgL: 1 });
    const { areaM2 } = strip.output;
    this.detailed('stripe', areaM2, coats);
    if (mesh) this.byArea('stripe', 'mesh', areaM2, strip);
    if (fabric) this.byArea('stripe', 'fabric', areaM2, strip);
  }

  private byArea(step: DetailStepKind, role: ProductRole, areaM2: number, working?: Working): void {
    const product = this.product(role);
    if (product) this.add({ step, role, product, amount: areaM2 * STRIP_LAP, working });
  }

  private sealJoint(depthMm: number): void {
    const { lengthM } = this.detail.on;
    const rod = this.product('backer-rod');
    if (lengthM <= 0) return;
    const joint = this.slotWorking(this.gapMm, depthMm);
    if (rod) this.add({ step: 'seal-joint', role: 'backer-rod', product: rod, amount: lengthM * (1 + LOSS_PCT / 100), working: joint });
    this.volume('seal-joint', 'sealant', joint, 1 + LOSS_PCT / 100);
  }

  private sheet({ lapMm, barSpacingMm }: Extract<DetailStep, { do: 'sheet' }>): void {
    const { lengthM, movementMm = ASSUMED.movementMm } = this.detail.on;
    if (lengthM <= 0) return;
    const input = { gapMm: this.gapMm, movementMm, lapMm, barSpacingMm: barSpacingMm ?? 200, lengthM };
    const working = workSurely(jointSheet, input);
    const { sheetWidthMm, barLengthM, fixings } = working.output;
    const parts: [ProductRole, number][] = [['sheet', (sheetWidthMm / 1000) * lengthM * STRIP_LAP]];
    if (barSpacingMm !== undefined) parts.push(['clamping-bar', barLengthM], ['bar-fixing', fixings]);
    for (const [role, amount] of parts) {
      const product = this.product(role);
      if (product) this.add({ step: 'sheet', role, product, amount, working });
    }
  }

  private pourFlush(sandToResin: number): void {
    const { areaM2, lengthM, depthMm } = this.detail.on;
    const deepMm = depthMm ?? ASSUMED.pourDepthMm;
    const resinShare = 1 / (1 + sandToResin * SAND_SOLID);
    for (const [role, share] of [
      ['coat', resinShare],
      ['sand', resinShare * sandToResin],
    ] as const)
      if (areaM2 > 0) this.layer('pour-flush', role, areaM2, deepMm * share);
      else if (lengthM > 0) this.volume('pour-flush', role, this.slotWorking(this.detail.on.widthMm ?? ASSUMED.pouredGapMm, deepMm), share);
  }

  /** m² of coat on a pipe and on the face round it. */
  private collarM2(ontoPipeMm: number, ontoFaceMm: number): number {
    const radiusM = this.diameterMm / 2000;
    const reachM = radiusM + ontoFaceMm / 1000;
    return Math.PI * (2 * radiusM * (ontoPipeMm / 1000) + reachM ** 2 - radiusM ** 2);
  }

  private drain({ intoMm, ontoFaceMm, ring, sheet }: Extract<DetailStep, { do: 'lap-drain' }>): void {
    const areaM2 = this.collarM2(intoMm, ontoFaceMm);
    this.inTwo('lap-drain', areaM2, 2);
    if (sheet) this.byArea('lap-drain', 'sheet', areaM2);
    const clamp = ring ? this.product('drain-ring') : undefined;
    if (clamp) this.add({ step: 'lap-drain', role: 'drain-ring', product: clamp, amount: 1 });
  }

  private sealHole(): void {
    const mm = this.detail.on.diameterMm ?? ASSUMED.holeMm;
    this.layer('seal-hole', 'fixing-sealant', (Math.PI * mm ** 2) / 4e6, this.detail.on.depthMm ?? ASSUMED.holeDepthMm);
  }
}

/** What is bare of a slot above its plug, mm: the bottom or the top of the plug, and both sides. */
function bareMm({ widthMm, depthMm, backWidthMm = widthMm, plugFraction }: SlotSize): number {
  const bareDepthMm = depthMm * (1 - plugFraction);
  const leanMm = ((backWidthMm - widthMm) / 2) * (1 - plugFraction);
  return widthMm + 2 * leanMm + 2 * Math.hypot(bareDepthMm, leanMm);
}

function overArea(areaM2: number, kgPerM2PerCoat: number, coats: number): Working<{ netKg: number; orderKg: number }> {
  return workSurely(takeOff, { areaM2, kgPerM2PerCoat, coats, roughnessFactor: 1, lossPct: LOSS_PCT });
}
