import type { DetailStep } from '../../build-up/index.js';
import { SHOWN_DEPTH_MM, Sketch, box } from './sketch.js';
import { type Corner, contour, insideCorner, outsideCorner, skin, skinOver } from './skin.js';

type Stripe = Extract<DetailStep, { do: 'stripe' }>;

/** What is laid round a corner, in the order in which it lies. */
abstract class CornerSketch extends Sketch {
  /** A stripe with what it holds; answers how thick it is. */
  protected stripe(corner: Corner, { eachSideMm, coats, mesh, fabric }: Stripe): number {
    const thick = this.coatMm * Math.max(coats, 0.5);
    const reach = [eachSideMm, eachSideMm] as const;
    this.add('stripe', skin(corner, thick, reach), 'stripe');
    if (mesh || fabric) this.add('mesh', contour(corner, thick / 2, reach), 'stripe', true);
    this.measure(corner.first(thick, eachSideMm), corner.first(thick, 0));
    return thick;
  }

  /** The coats of the face, over the stripe where there is one. */
  protected coats(corner: Corner, reach: readonly [number, number], stripe?: Stripe): void {
    const thick = stripe && this.stripe(corner, stripe);
    const under = thick && { thick, reach: [stripe.eachSideMm, stripe.eachSideMm] as const };
    this.add('coat', under ? skinOver(corner, this.coatMm, reach, under) : skin(corner, this.coatMm, reach));
  }
}

/** Wall on the left, floor below, seen along the corner. */
export class CornerSection extends CornerSketch {
  protected draw(): void {
    const { coatMm } = this;
    const fillet = this.step('fillet');
    const stripe = this.step('stripe');
    const kick = this.step('kick');
    const lap = this.step('floor-lap');
    const leg = fillet?.legMm ?? 0;
    const corner = insideCorner(leg, fillet?.shape ?? 'triangle');
    const reach = Math.max(60, leg + coatMm + 30, (stripe?.eachSideMm ?? 0) + 20, (kick?.heightMm ?? 0) * 0.6, (lap?.ontoMm ?? 0) + 20);
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
      this.add(fillet.role === 'sealant' ? 'sealant' : 'filler', [[0, 0], ...corner.bend(0).reverse()], 'fillet');
      this.bond([
        [0, -leg],
        [0, 0],
        [leg, 0],
      ]);
      this.measure([0, 0], [leg, 0]);
    }
    const joint = this.step('seal-joint');
    if (joint) this.add('sealant', [[0, 0], ...insideCorner(joint.depthMm, 'triangle').bend(0).reverse()], 'seal-joint');
    const onto = lap?.ontoMm ?? reach;
    if (kick && !stripe) this.kick(corner, kick.heightMm, leg, [up, onto]);
    else this.coats(corner, [up, onto], stripe);
    if (lap) this.measure([0, -coatMm], [onto, -coatMm]);
    const sheet = this.step('sheet');
    if (sheet) this.add('sheet', contour(corner, coatMm, [sheet.lapMm, sheet.lapMm]), 'sheet', true);
  }

  /** What thickens the foot of the wall alone, and the coats over it. */
  private kick(corner: Corner, heightMm: number, leg: number, reach: readonly [number, number]): void {
    const { coatMm } = this;
    this.add('stripe', box(0, -heightMm, coatMm, -leg), 'kick');
    this.measure([coatMm, -heightMm], [coatMm, 0]);
    const out = 2 * coatMm;
    // the coat over the foot of the wall runs down into that of the fillet, or where none shows into that of the floor
    const bend = corner.bend(coatMm);
    const next = bend.findIndex(([x]) => x > out);
    const [above, below] = [bend[next - 1], bend[next]];
    const meets = above && below ? above[1] + ((out - above[0]) / (below[0] - above[0])) * (below[1] - above[1]) : -coatMm;
    this.add('coat', [
      corner.first(coatMm, reach[0]),
      corner.first(coatMm, heightMm),
      corner.first(out, heightMm),
      [out, meets],
      ...(next < 0 ? [] : bend.slice(next)),
      corner.second(coatMm, reach[1]),
      corner.second(0, reach[1]),
      ...corner.bend(0).reverse(),
      corner.first(coatMm, leg),
      corner.first(coatMm, heightMm),
      corner.first(0, heightMm),
      corner.first(0, reach[0]),
    ]);
  }
}

/** An outside corner, its arris broken. */
export class ArrisSection extends CornerSketch {
  protected draw(): void {
    const leg = this.step('chamfer')?.legMm ?? 0;
    const stripe = this.step('stripe');
    const side = Math.max(60, (stripe?.eachSideMm ?? 0) + 20);
    const corner = outsideCorner(leg);
    this.add('wall', [[-side, 0], ...corner.bend(0), [0, side], [-side, side]], 'chamfer');
    if (leg > 0) this.measure([-leg, 0], [0, 0]);
    this.coats(corner, [side, side], stripe);
  }
}
