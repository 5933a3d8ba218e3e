/** How the sheet is seen: pixels per metre along and up, and the screen position of sheet (0, 0). */
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

export interface Bounds {
  minX: number;
  maxX: number;
  minY: number;
  maxY: number;
}

/** Room kept free for the level staff on the left, px. */
export const STAFF_PX = 52;
const MARGIN_PX = 20;
/** for names above, and for what hangs below */
const HEADROOM_PX = 46;
const FOOTROOM_PX = 20;
const SMALLEST = 2;
const LARGEST = 4000;
/** Past this a wall is no wall any more. */
const MOST_STRETCH = 8;
/** Of the canvas's height that one face takes, where its width allows. */
const FACE_SHARE = 0.64;
/** what is seen of the faces beside it, px */
const NEIGHBOUR_PX = 44;
const NEIGHBOUR_SHARE = 0.07;

/** The whole job at once: heights are stretched as far as there is room, as long sections are; the sheet says by how much. */
export function fitAll(bounds: Bounds, size: Size): View {
  const { wide, high } = extents(bounds);
  const roomX = Math.max(50, size.width - STAFF_PX - 2 * MARGIN_PX);
  const roomY = Math.max(50, size.height - HEADROOM_PX - FOOTROOM_PX);
  const scale = Math.min(roomX / wide, roomY / high);
  const scaleY = scale * Math.min(MOST_STRETCH, Math.max(1, roomY / (high * scale)));
  return {
    scale,
    scaleY,
    offsetX: STAFF_PX + MARGIN_PX - bounds.minX * scale + (roomX - wide * scale) / 2,
    offsetY: HEADROOM_PX + bounds.maxY * scaleY + (roomY - high * scaleY) / 2,
  };
}

/** One face in true proportion: most of the height or, where it is long, the whole width, with the edges of its neighbours beside it. */
export function fitFace(bounds: Bounds, size: Size): View {
  const { wide, high } = extents(bounds);
  const beside = Math.min(NEIGHBOUR_PX, size.width * NEIGHBOUR_SHARE);
  const roomX = Math.max(50, size.width - STAFF_PX - 2 * beside);
  const roomY = Math.max(50, Math.min(size.height * FACE_SHARE, size.height - HEADROOM_PX - FOOTROOM_PX));
  const scale = Math.min(LARGEST, roomX / wide, roomY / high);
  const free = Math.max(0, size.height - high * scale);
  const above = Math.min(Math.max(HEADROOM_PX, free / 2), free);
  return {
    scale,
    scaleY: scale,
    offsetX: STAFF_PX + beside - bounds.minX * scale + (roomX - wide * scale) / 2,
    offsetY: above + bounds.maxY * scale,
  };
}

function extents({ minX, maxX, minY, maxY }: Bounds): { wide: number; high: number } {
  return { wide: Math.max(0.1, maxX - minX), high: Math.max(0.1, maxY - minY) };
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
