import type { Substrate } from '@caulkhorn/core/jobs';
import type { Pen } from './pen';

/** Drawing-office hatches for what a wall is made of, as repeating tiles. */
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

const DRAW: Partial<Record<Substrate, Draw>> = {
  brick: courses(2),
  block: courses(1),
  rubble: courses(1),
  'cast-concrete': aggregate,
  precast: aggregate,
};

export class Hatches {
  private readonly patterns = new Map<Substrate, CanvasPattern>();

  constructor(ctx: Pen, ink: string) {
    for (const [substrate, draw] of Object.entries(DRAW) as [Substrate, Draw][]) {
      const tile = new OffscreenCanvas(TILE.width, TILE.height);
      const pen = tile.getContext('2d')!;
      pen.strokeStyle = pen.fillStyle = ink;
      pen.globalAlpha = 0.16;
      draw(pen);
      this.patterns.set(substrate, ctx.createPattern(tile, 'repeat')!);
    }
  }

  /** The hatch of a substrate, fixed to a corner of its face so that it travels with it. */
  at(substrate: Substrate, x: number, y: number): CanvasPattern | undefined {
    const pattern = this.patterns.get(substrate);
    pattern?.setTransform(new DOMMatrix().translate(x, y));
    return pattern;
  }
}
