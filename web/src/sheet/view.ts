/** How the sheet is seen: pixels per metre, and the screen position of sheet (0, 0). */
export interface View {
  scale: number;
  offsetX: number;
  offsetY: number;
}

export interface Size {
  width: number;
  height: number;
}

/** Room kept free for the level staff on the left and labels at the edges, px. */
export const STAFF_PX = 52;
const MARGIN_PX = 26;
const SMALLEST = 2;
const LARGEST = 4000;

export function fit(bounds: { minX: number; maxX: number; minY: number; maxY: number }, size: Size): View {
  const wide = Math.max(1, bounds.maxX - bounds.minX);
  const high = Math.max(1, bounds.maxY - bounds.minY);
  const roomX = Math.max(50, size.width - STAFF_PX - 2 * MARGIN_PX);
  const roomY = Math.max(50, size.height - 2 * MARGIN_PX - 20);
  const scale = Math.min(roomX / wide, roomY / high);
  return {
    scale,
    offsetX: STAFF_PX + MARGIN_PX - bounds.minX * scale + (roomX - wide * scale) / 2,
    offsetY: MARGIN_PX + 20 + bounds.maxY * scale + (roomY - high * scale) / 2,
  };
}

export function toScreen(view: View, x: number, y: number): [number, number] {
  return [view.offsetX + x * view.scale, view.offsetY - y * view.scale];
}

export function fromScreen(view: View, px: number, py: number): [number, number] {
  return [(px - view.offsetX) / view.scale, (view.offsetY - py) / view.scale];
}

/** Zooms about a point of the screen that stays where it is. */
export function zoomAt(view: View, px: number, py: number, factor: number): View {
  const scale = Math.min(LARGEST, Math.max(SMALLEST, view.scale * factor));
  const by = scale / view.scale;
  return { scale, offsetX: px - (px - view.offsetX) * by, offsetY: py - (py - view.offsetY) * by };
}

export function panBy(view: View, dx: number, dy: number): View {
  return { ...view, offsetX: view.offsetX + dx, offsetY: view.offsetY + dy };
}
