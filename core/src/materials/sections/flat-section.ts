import type { DetailStep, SlotSize } from '../../build-up/index.js';
import { ASSUMED } from '../detail-take-off.js';
import { LEAST_SHOWN_MM, SHOWN_DEPTH_MM, type SectionMaterial, type SectionPoint, Sketch, box } from './sketch.js';

/** A detail in an even face: slots, joints, holes, pipes, and what lies over them. */
export class FlatSection extends Sketch {
  private reachMm = 40;
  private depthMm = SHOWN_DEPTH_MM;
  private heightMm = 0;

  protected draw(): void {
    this.details();
    this.parts.unshift({ material: 'wall', points: box(-this.reachMm, 0, this.reachMm, this.depthMm + 25) });
    if (!this.treatment.rule.with.every((each) => each === 'soak')) this.overAll();
  }

  private details(): void {
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
    if (joint) this.joint(joint.depthMm, geometry.widthMm ?? ASSUMED.gapMm, x);
    if (pour) this.poured(geometry.widthMm ?? ASSUMED.pouredGapMm, geometry.depthMm ?? ASSUMED.pourDepthMm);
    if (this.step('inject')) this.injected(geometry.wallThicknessMm);
    const isLine = of === 'crack' || of === 'joint' || of === 'construction' || of === 'in-line';
    if (isLine && !open && !joint && !pour && !this.step('inject')) this.crack(0, 0);
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
    this.bond([
      [x - half(0), 0],
      [x - half(seam), seam],
      [x + half(seam), seam],
      [x + half(0), 0],
    ]);
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

  private patch({ cutBackMm, role, plugFraction = 0 }: Extract<DetailStep, { do: 'patch' }>, deepMm: number): void {
    const { areaM2 } = this.treatment.geometry;
    const halfWidth = Math.max(12, Math.min(150, (Math.sqrt(areaM2) * 1000) / 2));
    const undercut = cutBackMm > 0 ? 5 : 0;
    this.depthMm = Math.max(this.depthMm, deepMm + 20);
    this.reachMm = Math.max(this.reachMm, halfWidth + 30);
    const half = (y: number) => halfWidth + undercut * (y / deepMm);
    const band = (from: number, to: number): SectionPoint[] => [
      [-half(from), from],
      [half(from), from],
      [half(to), to],
      [-half(to), to],
    ];
    const seam = deepMm * (1 - plugFraction);
    this.add(role === 'plug' ? 'plug' : 'filler', band(0, seam), 'patch');
    if (plugFraction > 0) this.add('plug', band(seam, deepMm), 'plug');
    this.bond([
      [-half(0), 0],
      [-half(seam), seam],
      [half(seam), seam],
      [half(0), 0],
    ]);
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
    for (const side of [-1, 1])
      this.bond([
        [x + (side * gapMm) / 2, depthMm],
        [x + (side * gapMm) / 2, deep],
      ]);
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
    for (const side of [-1, 1])
      this.bond([
        [(side * widthMm) / 2, 0],
        [(side * widthMm) / 4, deepMm],
      ]);
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
    const gap = (this.treatment.geometry.widthMm ?? ASSUMED.gapMm) / 2;
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

function circle(x: number, y: number, radius: number): SectionPoint[] {
  return Array.from({ length: 24 }, (_, i): SectionPoint => [
    x + radius * Math.cos((i / 12) * Math.PI),
    y + radius * Math.sin((i / 12) * Math.PI),
  ]);
}
