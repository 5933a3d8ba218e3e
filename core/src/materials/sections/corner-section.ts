import type { DetailStep } from '../../build-up/index.js';
import { SHOWN_DEPTH_MM, type SectionPoint, Sketch, box } from './sketch.js';

/** Wall on the left, floor below, seen along the corner. */
export class CornerSection extends Sketch {
  protected draw(): void {
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
      this.bond([
        [0, -leg],
        [0, 0],
        [leg, 0],
      ]);
      this.measure([0, 0], [leg, 0]);
    }
    const joint = this.step('seal-joint');
    if (joint) this.add('sealant', cornerFill(joint.depthMm, 'triangle'), 'seal-joint');
    if (stripe) this.along(stripe, leg);
    if (kick) {
      this.add('stripe', box(0, -kick.heightMm, coatMm, -leg), 'kick');
      this.measure([coatMm, -kick.heightMm], [coatMm, 0]);
    }
    const onto = lap?.ontoMm ?? reach;
    // what thickens the corner lies under the coats of the face
    const under = stripe || kick ? coatMm : 0;
    const over = under + coatMm;
    this.add('coat', [
      [under, -up],
      [over, -up],
      [over, -leg],
      [leg, -over],
      [onto, -over],
      [onto, -under],
      [leg, -under],
      [under, -leg],
    ]);
    if (lap) this.measure([0, -over], [onto, -over]);
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
  }

  /** A stripe round the corner, over what fills it. */
  private along({ eachSideMm: sideMm, coats, mesh, fabric }: Extract<DetailStep, { do: 'stripe' }>, leg: number): void {
    const thick = this.coatMm * Math.max(coats, 0.5);
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
      'stripe',
    );
    if (mesh || fabric)
      this.add(
        'mesh',
        [
          [thick / 2, -sideMm],
          [thick / 2, -leg],
          [leg, -thick / 2],
          [sideMm, -thick / 2],
        ],
        'stripe',
        true,
      );
    this.measure([thick, -sideMm], [thick, 0]);
  }
}

/** An outside corner, its arris broken. */
export class ArrisSection extends Sketch {
  protected draw(): void {
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
  }
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
