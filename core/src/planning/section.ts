import type { DetailStep, SlotSize } from '../build-up/index.js';
import type { Treatment } from './treatment.js';

/** A point of a drawing, mm: x along the wall, y into it; the coats lie above 0. In a corner y runs down the wall to the floor. */
export type SectionPoint = readonly [xMm: number, yMm: number];

export type SectionMaterial =
  | 'wall'
  | 'plug'
  | 'filler'
  | 'coat'
  | 'stripe'
  | 'mesh'
  | 'primer'
  | 'sealant'
  | 'rod'
  | 'sheet'
  | 'bar'
  | 'sand'
  | 'grout'
  | 'pipe'
  | 'crack';

export interface SectionPart {
  material: SectionMaterial;
  /** closed, or open for lines: cracks, meshes, sheets */ points: SectionPoint[];
  isLine?: boolean;
  /** what the crew reads: the step that makes it */ step?: DetailStep['do'];
}

export interface SectionDimension {
  from: SectionPoint;
  to: SectionPoint;
  mm: number;
}

/** A cut through a detail, to scale. */
export interface Section {
  minX: number;
  maxX: number;
  minY: number;
  maxY: number;
  parts: SectionPart[];
  dimensions: SectionDimension[];
}

/** Thinner than this nothing can be seen at any scale a page allows. */
const LEAST_SHOWN_MM = 1.2;
const SHOWN_DEPTH_MM = 30;

/** Draws what a treatment does, in true proportion; undefined where there is nothing to draw. `coatMm` is the film over all. */
export function sectionOf(treatment: Treatment, coatMm: number): Section | undefined {
  const { steps } = treatment.rule;
  if (steps.length === 0 || steps.every((step) => step.do === 'clean')) return undefined;
  const drawing = new Drawing(treatment, Math.max(coatMm, LEAST_SHOWN_MM));
  const isCorner = ['internal-corner', 'wall-floor'].includes(treatment.of);
  if (isCorner) drawing.corner();
  else if (treatment.of === 'external-corner') drawing.arris();
  else drawing.flat();
  return drawing.finish();
}

class Drawing {
  private readonly parts: SectionPart[] = [];
  private readonly dimensions: SectionDimension[] = [];
  private reachMm = 40;
  private depthMm = SHOWN_DEPTH_MM;
  private heightMm = 0;

  constructor(
    private readonly treatment: Treatment,
    private readonly coatMm: number,
  ) {}

  private step<K extends DetailStep['do']>(kind: K): Extract<DetailStep, { do: K }> | undefined {
    return this.treatment.rule.steps.find((step): step is Extract<DetailStep, { do: K }> => step.do === kind);
  }

  private add(material: SectionMaterial, points: SectionPoint[], step?: DetailStep['do'], isLine?: boolean): void {
    this.parts.push({ material, points, ...(step ? { step } : {}), ...(isLine ? { isLine } : {}) });
  }

  private measure(from: SectionPoint, to: SectionPoint): void {
    this.dimensions.push({ from, to, mm: Math.hypot(to[0] - from[0], to[1] - from[1]) });
  }

  flat(): void {
    const { geometry, of } = this.treatment;
    const pipe = this.step('lap-pipe') ?? this.step('lap-drain');
    const radius = (geometry.diameterMm ?? 0) / 2;
    if (pipe || of === 'penetration' || of === 'drain') this.pipe(radius);
    const open = this.step('open');
    const patch = this.step('patch');
    const joint = this.step('seal-joint');
    const pour = this.step('pour-flush');
    const x = of === 'penetration' ? radius + (open?.slot.widthMm ?? 0) / 2 : 0;
    if (open) this.slot(open.slot, x);
    if (patch) this.patch(patch, Math.max(geometry.depthMm ?? 0, patch.leastDepthMm));
    if (joint) this.joint(joint.depthMm, Math.max(geometry.widthMm ?? 0, 10), x);
    if (pour) this.poured(Math.max(geometry.widthMm ?? 0, 3), geometry.depthMm ?? 25);
    if (this.step('inject')) this.injected(geometry.wallThicknessMm);
    this.onSurface();
    if (pipe) this.lapped(pipe, radius);
  }

  private pipe(radius: number): void {
    const up = this.step('lap-pipe')?.ontoPipeMm ?? 40;
    this.heightMm = Math.max(this.heightMm, up + 30);
    this.reachMm = Math.max(this.reachMm, radius + 60);
    this.add('pipe', box(-radius, -this.heightMm, radius, this.depthMm + 30));
    this.measure([-radius, this.depthMm + 20], [radius, this.depthMm + 20]);
  }

  private slot({ widthMm, depthMm, backWidthMm = widthMm, plugFraction }: SlotSize, x: number): void {
    this.depthMm = Math.max(this.depthMm, depthMm + 20);
    this.reachMm = Math.max(this.reachMm, x + backWidthMm / 2 + 20);
    const half = (y: number) => (widthMm + (backWidthMm - widthMm) * (y / depthMm)) / 2;
    const band = (from: number, to: number): SectionPoint[] => [
      [x - half(from), from],
      [x + half(from), from],
      [x + half(to), to],
      [x - half(to), to],
    ];
    const seam = depthMm * (1 - plugFraction);
    this.add(this.fillMaterial(), band(0, seam), 'fill');
    if (plugFraction > 0) this.add('plug', band(seam, depthMm), 'plug');
    this.crack(x, depthMm);
    this.measure([x - widthMm / 2, 0], [x + widthMm / 2, 0]);
    this.measure([x + half(depthMm), 0], [x + half(depthMm), depthMm]);
  }

  private fillMaterial(): SectionMaterial {
    return this.step('fill')?.role === 'sealant' ? 'sealant' : 'filler';
  }

  private crack(x: number, from: number): void {
    const deep = this.depthMm + 25;
    this.add(
      'crack',
      [
        [x, from],
        [x - 3, from + (deep - from) * 0.4],
        [x + 2, from + (deep - from) * 0.7],
        [x - 1, deep],
      ],
      undefined,
      true,
    );
  }

  private patch({ cutBackMm, role }: Extract<DetailStep, { do: 'patch' }>, deepMm: number): void {
    const { areaM2 } = this.treatment.geometry;
    const halfWidth = Math.max(12, Math.min(150, (Math.sqrt(areaM2) * 1000) / 2));
    const undercut = cutBackMm > 0 ? 5 : 0;
    this.depthMm = Math.max(this.depthMm, deepMm + 20);
    this.reachMm = Math.max(this.reachMm, halfWidth + 30);
    const cavity: SectionPoint[] = [
      [-halfWidth, 0],
      [halfWidth, 0],
      [halfWidth + undercut, deepMm],
      [-halfWidth - undercut, deepMm],
    ];
    this.add(role === 'plug' ? 'plug' : 'filler', cavity, 'patch');
    this.measure([halfWidth, 0], [halfWidth, deepMm]);
  }

  private joint(depthMm: number, gapMm: number, x: number): void {
    const rod = gapMm * 0.6;
    const deep = Math.max(this.depthMm, depthMm + 2 * rod + 20);
    this.depthMm = deep;
    this.reachMm = Math.max(this.reachMm, x + gapMm / 2 + 30);
    this.add(
      'crack',
      [
        [x - gapMm / 2, 0],
        [x - gapMm / 2, deep + 25],
      ],
      undefined,
      true,
    );
    this.add(
      'crack',
      [
        [x + gapMm / 2, 0],
        [x + gapMm / 2, deep + 25],
      ],
      undefined,
      true,
    );
    this.add('sealant', box(x - gapMm / 2, 0, x + gapMm / 2, depthMm), 'seal-joint');
    this.add('rod', circle(x, depthMm + rod, rod), 'seal-joint');
    this.measure([x - gapMm / 2, 0], [x + gapMm / 2, 0]);
    this.measure([x + gapMm / 2, 0], [x + gapMm / 2, depthMm]);
  }

  private poured(widthMm: number, deepMm: number): void {
    this.depthMm = Math.max(this.depthMm, deepMm + 15);
    this.add(
      'sand',
      [
        [-widthMm / 2, 0],
        [widthMm / 2, 0],
        [widthMm / 4, deepMm],
        [-widthMm / 4, deepMm],
      ],
      'pour-flush',
    );
    this.crack(0, deepMm);
    this.measure([widthMm / 2, 0], [widthMm / 2, deepMm]);
  }

  private injected(thicknessMm: number): void {
    const deep = Math.min(thicknessMm, 300);
    this.depthMm = deep;
    this.reachMm = Math.max(this.reachMm, deep / 2 + 20);
    this.add(
      'grout',
      [
        [-1, 0],
        [1, 0],
        [1, deep],
        [-1, deep],
      ],
      'inject',
    );
    this.add(
      'pipe',
      [
        [deep / 2 - 4, 0],
        [deep / 2 + 4, 0],
        [4, deep / 2],
        [-4, deep / 2],
      ],
      'inject',
    );
    this.measure([0, 0], [deep / 2, 0]);
  }

  /** Primer, stripes, mesh, sheet: what lies on the wall under the coats. */
  private onSurface(): void {
    let level = 0;
    const prime = this.step('prime');
    if (prime) {
      this.add('primer', box(-prime.eachSideMm, -LEAST_SHOWN_MM, prime.eachSideMm, 0), 'prime');
      this.reachMm = Math.max(this.reachMm, prime.eachSideMm + 10);
      level += LEAST_SHOWN_MM;
    }
    for (const stripe of this.treatment.rule.steps.filter((step) => step.do === 'stripe')) {
      const thick = this.coatMm * Math.max(stripe.coats, 0.5);
      this.add('stripe', box(-stripe.eachSideMm, -level - thick, stripe.eachSideMm, -level), 'stripe');
      if (stripe.mesh || stripe.fabric)
        this.add(
          'mesh',
          [
            [-stripe.eachSideMm, -level - thick / 2],
            [stripe.eachSideMm, -level - thick / 2],
          ],
          'stripe',
          true,
        );
      this.reachMm = Math.max(this.reachMm, stripe.eachSideMm + 15);
      this.measure([0, -level - thick], [stripe.eachSideMm, -level - thick]);
      level += thick;
    }
    const sheet = this.step('sheet');
    if (sheet) level = this.sheet(sheet, level);
    this.heightMm = Math.max(this.heightMm, level + this.coatMm);
  }

  private sheet({ lapMm, barSpacingMm }: Extract<DetailStep, { do: 'sheet' }>, level: number): number {
    const gap = Math.max(this.treatment.geometry.widthMm ?? 0, 10) / 2;
    const slack = this.treatment.geometry.movementMm ?? 5;
    const edge = gap + lapMm;
    this.add(
      'sheet',
      [
        [-edge, -level - 1],
        [-gap, -level - 1],
        [0, -level - 1 - slack],
        [gap, -level - 1],
        [edge, -level - 1],
      ],
      'sheet',
      true,
    );
    if (barSpacingMm !== undefined)
      for (const side of [-1, 1]) this.add('bar', box(side * edge, -level - 6, side * (edge - 40), -level - 1), 'sheet');
    this.reachMm = Math.max(this.reachMm, edge + 15);
    this.measure([gap, -level - 1], [edge, -level - 1]);
    return level + 6;
  }

  private lapped(step: Extract<DetailStep, { do: 'lap-pipe' | 'lap-drain' }>, radius: number): void {
    const thick = this.coatMm * 2;
    const up = step.do === 'lap-pipe' ? -step.ontoPipeMm : step.intoMm;
    for (const side of [-1, 1]) {
      this.add('stripe', box(side * radius, -thick, side * (radius + step.ontoFaceMm), 0), step.do);
      this.add('stripe', box(side * radius, Math.min(0, up), side * (radius + thick), Math.max(0, up)), step.do);
    }
    this.reachMm = Math.max(this.reachMm, radius + step.ontoFaceMm + 15);
    this.measure([radius, -thick], [radius + step.ontoFaceMm, -thick]);
    this.measure([radius + thick, 0], [radius + thick, up]);
  }

  /** Wall on the left, floor below, seen along the corner. */
  corner(): void {
    const { coatMm } = this;
    const fillet = this.step('fillet');
    const stripe = this.step('stripe');
    const kick = this.step('kick');
    const lap = this.step('floor-lap');
    const leg = fillet?.legMm ?? 0;
    const reach = Math.max(60, leg + 30, (stripe?.eachSideMm ?? 0) + 20, (kick?.heightMm ?? 0) * 0.6, (lap?.ontoMm ?? 0) + 20);
    const up = Math.max(reach, (kick?.heightMm ?? 0) + 20);
    this.add('wall', [
      [-SHOWN_DEPTH_MM, -up],
      [0, -up],
      [0, 0],
      [reach, 0],
      [reach, SHOWN_DEPTH_MM],
      [-SHOWN_DEPTH_MM, SHOWN_DEPTH_MM],
    ]);
    if (fillet) {
      this.add(fillet.role === 'sealant' ? 'sealant' : 'filler', cornerFill(leg, fillet.shape), 'fillet');
      this.measure([0, 0], [leg, 0]);
    }
    const joint = this.step('seal-joint');
    if (joint) this.add('sealant', cornerFill(joint.depthMm, 'triangle'), 'seal-joint');
    if (stripe) this.along(stripe.eachSideMm, coatMm * Math.max(stripe.coats, 0.5), leg, 'stripe', stripe.mesh || stripe.fabric);
    if (kick) {
      this.add('stripe', box(0, -kick.heightMm, coatMm, -leg), 'kick');
      this.measure([coatMm, -kick.heightMm], [coatMm, 0]);
    }
    const onto = lap?.ontoMm ?? reach;
    this.add('coat', [
      [coatMm, -up],
      [2 * coatMm, -up],
      [2 * coatMm, -leg],
      [leg, -2 * coatMm],
      [onto, -2 * coatMm],
      [onto, -coatMm],
      [leg, -coatMm],
      [coatMm, -leg],
    ]);
    if (lap) this.measure([0, -coatMm], [onto, -coatMm]);
    const sheet = this.step('sheet');
    if (sheet)
      this.add(
        'sheet',
        [
          [coatMm, -sheet.lapMm],
          [coatMm, -leg],
          [leg, -coatMm],
          [sheet.lapMm, -coatMm],
        ],
        'sheet',
        true,
      );
    [this.reachMm, this.heightMm, this.depthMm] = [reach, up, SHOWN_DEPTH_MM];
  }

  private along(sideMm: number, thick: number, leg: number, step: DetailStep['do'], mesh?: boolean): void {
    this.add(
      'stripe',
      [
        [0, -sideMm],
        [thick, -sideMm],
        [thick, -leg],
        [leg, -thick],
        [sideMm, -thick],
        [sideMm, 0],
        [leg, 0],
        [0, -leg],
      ],
      step,
    );
    if (mesh)
      this.add(
        'mesh',
        [
          [thick / 2, -sideMm],
          [thick / 2, -leg],
          [leg, -thick / 2],
          [sideMm, -thick / 2],
        ],
        step,
        true,
      );
    this.measure([thick, -sideMm], [thick, 0]);
  }

  /** An outside corner, its arris broken. */
  arris(): void {
    const leg = this.step('chamfer')?.legMm ?? 0;
    const stripe = this.step('stripe');
    const side = Math.max(60, (stripe?.eachSideMm ?? 0) + 20);
    this.add(
      'wall',
      [
        [-side, 0],
        [-leg, 0],
        [0, leg],
        [0, side],
        [-side, side],
      ],
      'chamfer',
    );
    if (leg > 0) this.measure([-leg, 0], [0, 0]);
    const skin = (from: number, thick: number, reach: number): SectionPoint[] => [
      [-reach, -from],
      [-leg, -from],
      [from, leg],
      [from, reach],
      [from + thick, reach],
      [from + thick, leg],
      [-leg, -from - thick],
      [-reach, -from - thick],
    ];
    let level = 0;
    if (stripe) {
      const thick = this.coatMm * Math.max(stripe.coats, 0.5);
      this.add('stripe', skin(0, thick, stripe.eachSideMm), 'stripe');
      if (stripe.mesh)
        this.add(
          'mesh',
          [
            [-stripe.eachSideMm, -thick / 2],
            [-leg, -thick / 2],
            [thick / 2, leg],
            [thick / 2, stripe.eachSideMm],
          ],
          'stripe',
          true,
        );
      this.measure([-stripe.eachSideMm, -thick], [0, -thick]);
      level = thick;
    }
    this.add('coat', skin(level, this.coatMm, side));
    [this.reachMm, this.heightMm, this.depthMm] = [side, level + this.coatMm, side];
  }

  finish(): Section {
    const { reachMm, heightMm, depthMm } = this;
    const isFlat = !this.parts.some(({ material }) => material === 'wall');
    if (isFlat) {
      this.parts.unshift({ material: 'wall', points: box(-reachMm, 0, reachMm, depthMm + 25) });
      if (!this.treatment.rule.with.every((each) => each === 'soak')) this.overAll();
    }
    const all = this.parts.flatMap(({ points }) => points);
    return {
      minX: Math.min(...all.map(([x]) => x)),
      maxX: Math.max(...all.map(([x]) => x)),
      minY: Math.min(...all.map(([, y]) => y)),
      maxY: Math.max(...all.map(([, y]) => y)),
      parts: this.parts,
      dimensions: this.dimensions,
    };
  }

  /** The face's own coat; it stops on either side of what moves and is not bridged. */
  private overAll(): void {
    const { reachMm, heightMm, coatMm, treatment } = this;
    const top = Math.max(heightMm - coatMm, 0);
    const radius = treatment.of === 'penetration' || treatment.of === 'drain' ? (treatment.geometry.diameterMm ?? 0) / 2 : 0;
    const stops =
      this.step('sheet') && !this.step('stripe') ? (treatment.geometry.widthMm ?? 10) / 2 + this.step('sheet')!.lapMm + 5 : radius;
    const level = radius > 0 || stops > radius ? 0 : top;
    if (stops > 0) for (const side of [-1, 1]) this.add('coat', box(side * stops, -level - coatMm, side * reachMm, -level));
    else this.add('coat', box(-reachMm, -level - coatMm, reachMm, -level));
  }
}

function box(x1: number, y1: number, x2: number, y2: number): SectionPoint[] {
  return [
    [x1, y1],
    [x2, y1],
    [x2, y2],
    [x1, y2],
  ];
}

function circle(x: number, y: number, radius: number): SectionPoint[] {
  return Array.from({ length: 24 }, (_, i): SectionPoint => [
    x + radius * Math.cos((i / 12) * Math.PI),
    y + radius * Math.sin((i / 12) * Math.PI),
  ]);
}

/** Triangle, or the square less a quarter circle. */
function cornerFill(leg: number, shape: 'triangle' | 'cove'): SectionPoint[] {
  if (shape === 'triangle')
    return [
      [0, 0],
      [leg, 0],
      [0, -leg],
    ];
  const arc = Array.from({ length: 13 }, (_, i): SectionPoint => {
    const angle = (i / 12) * (Math.PI / 2);
    return [leg - leg * Math.sin(angle), -leg + leg * Math.cos(angle)];
  });
  return [[0, 0], ...arc];
}
