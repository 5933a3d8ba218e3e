/**
 * How the sheet is seen: pixels per metre along and up, and the screen position of sheet (0, 0). A long walk round low walls
 * is drawn with its heights stretched, as long sections are; the sheet says by how much.
 */
export interface View {
  scale: number;
  scaleY: number;
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
/** for names above, and the tools below */
const HEADROOM_PX = 56;
const FOOTROOM_PX = 44;
const SMALLEST = 2;
const LARGEST = 4000;
const MOST_STRETCH = 4;

export function fit(bounds: { minX: number; maxX: number; minY: number; maxY: number }, size: Size, mayStretch: boolean): View {
  const wide = Math.max(1, bounds.maxX - bounds.minX);
  const high = Math.max(1, bounds.maxY - bounds.minY);
  const roomX = Math.max(50, size.width - STAFF_PX - 2 * MARGIN_PX);
  const roomY = Math.max(50, size.height - MARGIN_PX - HEADROOM_PX - FOOTROOM_PX);
  const scale = Math.min(roomX / wide, roomY / high);
  const scaleY = mayStretch ? scale * Math.min(MOST_STRETCH, Math.max(1, roomY / (high * scale))) : scale;
  return {
    scale,
    scaleY,
    offsetX: STAFF_PX + MARGIN_PX - bounds.minX * scale + (roomX - wide * scale) / 2,
    offsetY: HEADROOM_PX + bounds.maxY * scaleY + (roomY - high * scaleY) / 2,
  };
}

export function toScreen(view: View, x: number, y: number): [number, number] {
  return [view.offsetX + x * view.scale, view.offsetY - y * view.scaleY];
}

export function fromScreen(view: View, px: number, py: number): [number, number] {
  return [(px - view.offsetX) / view.scale, (view.offsetY - py) / view.scaleY];
}

/** Zooms about a point of the screen that stays where it is. */
export function zoomAt(view: View, px: number, py: number, factor: number): View {
  const scale = Math.min(LARGEST, Math.max(SMALLEST, view.scale * factor));
  const by = scale / view.scale;
  return { scale, scaleY: view.scaleY * by, offsetX: px - (px - view.offsetX) * by, offsetY: py - (py - view.offsetY) * by };
}

export function panBy(view: View, dx: number, dy: number): View {
  return { ...view, offsetX: view.offsetX + dx, offsetY: view.offsetY + dy };
}
