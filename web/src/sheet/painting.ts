import type { Selected } from '../job/selection';
import type { JobModel } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import type { Hatches } from './hatch';
import type { SheetLayout } from './layout';
import type { Palette } from './palette';
import type { Pen } from './pen';
import type { Scene } from './scene';
import type { Size, View } from './view';

/** All that one picture of the sheet is made from. */
export interface Painting {
  ctx: Pen;
  size: Size;
  dpr: number;
  view: View;
  /** how far the picture reaches beyond what is seen, on every side, px */ margin: Size;
  layout: SheetLayout;
  scene: Scene;
  model: JobModel;
  palette: Palette;
  hatches: Hatches;
  units: UnitSystem;
}

/** Where the water's force acts on a face. */
export interface ShownForce {
  faceId: string;
  levelM: number;
  /** towards who looks at the face */ comesOut: boolean;
  text: string;
}

/** What lies over the picture and follows the pointer at once: drawn anew each frame. */
export type Overlay = Pick<Painting, 'ctx' | 'size' | 'view' | 'layout' | 'palette' | 'units' | 'model'> & {
  selected: Selected | null;
  also: readonly string[];
  /** of the tool in hand; none while choosing */ pointer: { faceId: string; point: readonly [number, number]; snapped?: boolean } | null;
  places: readonly { faceId: string; point: readonly [number, number] }[] | null;
  forces: readonly ShownForce[];
  draft: { faceId: string; path: readonly (readonly [number, number])[] } | null;
};

/** Under this many pixels a metre along, a face has room for its letter and a count, and for nothing else. */
export const MARKS_FROM_SCALE = 17;

/** A path in sheet metres, brought to the screen: strokes keep their width whatever the two scales are. */
export function onScreen({ view }: Painting, path: Path2D): Path2D {
  const moved = new Path2D();
  moved.addPath(path, { a: view.scale, d: -view.scaleY, e: view.offsetX, f: view.offsetY });
  return moved;
}

/** So far outside that nothing of it is seen. */
export function isOffCanvas({ size }: Painting, x: number, y: number): boolean {
  return x < -40 || y < -40 || x > size.width + 40 || y > size.height + 40;
}

export const FONT = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif';
