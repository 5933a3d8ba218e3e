import type { Pen } from './pen';

/** A ground of its own under a label, so that it can be read on any tint and still lets the drawing through. */
export function paintLabelGround(ctx: Pen, box: { x: number; y: number; width: number; height: number }, colour: string): void {
  ctx.globalAlpha = 0.86;
  ctx.fillStyle = colour;
  ctx.fillRect(box.x, box.y, box.width, box.height);
  ctx.globalAlpha = 1;
}
