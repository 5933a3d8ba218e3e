import type { JobModel } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import type { Selected } from '../workspace/selection';
import type { Hatches } from './hatch';
import type { SheetLayout } from './layout';
import type { Palette } from './palette';
import type { Scene } from './scene';
import type { Size, View } from './view';

/** All that one picture of the sheet is made from. */
export interface Painting {
  ctx: CanvasRenderingContext2D;
  size: Size;
  dpr: number;
  view: View;
  layout: SheetLayout;
  scene: Scene;
  model: JobModel;
  palette: Palette;
  hatches: Hatches;
  selected: Selected | null;
  draft: { faceId: string; path: readonly (readonly [number, number])[] } | null;
  units: UnitSystem;
}

export const FONT = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif';
