import type { FeatureKind, Substrate } from '@caulkhorn/core/jobs';
import type { Pen } from './pen';

/** Hatches as repeating tiles: drawing-office ones for what a wall is made of, and those of what covers an area. */
const TILE = { width: 28, height: 20 };

type Draw = (ctx: OffscreenCanvasRenderingContext2D) => void;

const courses =
  (heads: number): Draw =>
  (ctx) => {
    ctx.beginPath();
    for (const y of [0.5, TILE.height / 2 + 0.5]) {
      ctx.moveTo(0, y);
      ctx.lineTo(TILE.width, y);
    }
    for (let i = 0; i < heads; i++) {
      const x = (TILE.width / heads) * i + 0.5;
      ctx.moveTo(x, 0);
      ctx.lineTo(x, TILE.height / 2);
      ctx.moveTo(x + TILE.width / heads / 2, TILE.height / 2);
      ctx.lineTo(x + TILE.width / heads / 2, TILE.height);
    }
    ctx.stroke();
  };

const aggregate: Draw = (ctx) => {
  for (const [x, y] of [
    [5, 5],
    [17, 3],
    [24, 13],
    [11, 15],
  ] as const)
    ctx.fillRect(x, y, 1.2, 1.2);
  ctx.beginPath();
  ctx.moveTo(14, 8.5);
  ctx.lineTo(20.5, 10);
  ctx.lineTo(15.5, 14.5);
  ctx.closePath();
  ctx.stroke();
};

/** Stones as they were found, none like its neighbour. */
const stones: Draw = (ctx) => {
  for (const outline of [
    [1, 2, 11, 1, 13, 8, 5, 10, 1, 7],
    [15, 1, 26, 2, 27, 9, 19, 11, 14, 7],
    [2, 12, 8, 11, 10, 18, 3, 19],
    [12, 11, 22, 13, 23, 18, 13, 19],
    [25, 12, 28, 11, 28, 19, 25, 18],
  ]) {
    ctx.beginPath();
    for (let i = 0; i < outline.length; i += 2) ctx.lineTo(outline[i]! + 0.5, outline[i + 1]! + 0.5);
    ctx.closePath();
    ctx.stroke();
  }
};

/** Panels cast elsewhere: the stones of concrete, between upright seams. */
const panels: Draw = (ctx) => {
  aggregate(ctx);
  ctx.beginPath();
  ctx.moveTo(0.5, 0);
  ctx.lineTo(0.5, TILE.height);
  ctx.stroke();
};

const dots =
  (places: readonly (readonly [number, number])[], r: number): Draw =>
  (ctx) => {
    ctx.beginPath();
    for (const [x, y] of places) {
      ctx.moveTo(x + r, y);
      ctx.arc(x, y, r, 0, 2 * Math.PI);
    }
    ctx.fill();
  };

/** Trowelled on: short strokes that lie over each other. */
const strokes: Draw = (ctx) => {
  ctx.beginPath();
  for (const [x, y] of [
    [2, 5],
    [16, 4],
    [9, 12],
    [22, 13],
    [3, 18],
  ] as const) {
    ctx.moveTo(x, y);
    ctx.quadraticCurveTo(x + 4, y - 3, x + 8, y);
  }
  ctx.stroke();
};

/** What a wall is made of, or the lime that covers it. */
export type Ground = Substrate | 'lime';

const GROUNDS: Record<Ground, Draw> = {
  brick: courses(2),
  block: courses(1),
  rubble: stones,
  'cast-concrete': aggregate,
  precast: panels,
  lime: strokes,
  render: (ctx) => dots(FINE, 0.9)(ctx),
  screed: (ctx) => dots(STAGGERED, 1.1)(ctx),
};

export const GROUND_NAMES = Object.keys(GROUNDS) as Ground[];

const signs =
  (
    places: readonly (readonly [x: number, y: number])[],
    sign: (ctx: OffscreenCanvasRenderingContext2D, x: number, y: number) => void,
  ): Draw =>
  (ctx) => {
    ctx.beginPath();
    for (const [x, y] of places) sign(ctx, x, y);
    ctx.stroke();
  };
const STAGGERED = [
  [7, 5],
  [21, 5],
  [14, 15],
  [0, 15],
  [28, 15],
] as const;
const FINE = [
  [4, 4],
  [14, 4],
  [24, 4],
  [9, 10],
  [19, 10],
  [4, 16],
  [14, 16],
  [24, 16],
] as const;

/** Hatches of our own for what covers an area; the legend shows them. */
export const AREA_HATCHES: Partial<Record<FeatureKind, Draw>> = {
  honeycomb: signs(STAGGERED, (ctx, x, y) => (ctx.moveTo(x + 4, y), ctx.arc(x, y, 4, 0, 2 * Math.PI))),
  spall: signs(
    [
      [0, 20],
      [14, 20],
      [-14, 20],
    ],
    (ctx, x, y) => (ctx.moveTo(x, y), ctx.lineTo(x + 20, y - 20)),
  ),
  'blow-holes': signs(FINE, (ctx, x, y) => (ctx.moveTo(x + 1.4, y), ctx.arc(x, y, 1.4, 0, 2 * Math.PI))),
  'damp-area': signs(FINE, (ctx, x, y) => (ctx.moveTo(x - 3, y), ctx.lineTo(x + 3, y))),
  'salt-bloom': signs(STAGGERED, (ctx, x, y) => {
    ctx.moveTo(x - 3, y - 3);
    ctx.lineTo(x + 3, y + 3);
    ctx.moveTo(x - 3, y + 3);
    ctx.lineTo(x + 3, y - 3);
  }),
  mould: signs(STAGGERED, (ctx, x, y) => (ctx.moveTo(x - 4, y), ctx.arc(x - 2, y, 2, Math.PI, 0), ctx.arc(x + 2, y, 2, Math.PI, 0, true))),
  ponding: signs(
    [
      [0, 5],
      [14, 5],
      [0, 15],
      [14, 15],
    ],
    (ctx, x, y) => (ctx.moveTo(x, y), ctx.bezierCurveTo(x + 4, y - 4, x + 10, y + 4, x + 14, y)),
  ),
};

const FAINT = 0.16;
const PLAIN = 0.6;

export class Hatches {
  private readonly patterns = new Map<Ground | FeatureKind, CanvasPattern>();

  constructor(ctx: Pen, ink: string) {
    this.draw(ctx, ink, GROUNDS, FAINT);
    this.draw(ctx, ink, AREA_HATCHES, PLAIN);
  }

  private draw(ctx: Pen, ink: string, tiles: Partial<Record<Ground | FeatureKind, Draw>>, alpha: number): void {
    for (const [name, draw] of Object.entries(tiles) as [Ground | FeatureKind, Draw][]) {
      const tile = new OffscreenCanvas(TILE.width, TILE.height);
      const pen = tile.getContext('2d')!;
      pen.strokeStyle = pen.fillStyle = ink;
      pen.globalAlpha = alpha;
      draw(pen);
      this.patterns.set(name, ctx.createPattern(tile, 'repeat')!);
    }
  }

  /** A hatch fixed to a place on the screen, so that it travels with what it fills. */
  at(name: Ground | FeatureKind, x: number, y: number): CanvasPattern | undefined {
    const pattern = this.patterns.get(name);
    pattern?.setTransform(new DOMMatrix().translate(x, y));
    return pattern;
  }
}
