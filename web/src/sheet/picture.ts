import type { JobModel, Junction } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import type { Palette } from './palette';
import { type Size, type View, panBy } from './view';

/** What a picture shows, as it is handed to the painter. */
export interface Subject {
  model: JobModel;
  junctions: readonly Junction[];
  openPlateId: string | null;
  palette: Palette;
  units: UnitSystem;
}

/** How it is to be seen. The picture is larger than what is seen by `margin` on every side, so that moving shows no edge. */
export interface Sight {
  view: View;
  size: Size;
  margin: Size;
  dpr: number;
}

export type ToPainter = { kind: 'subject'; subject: Subject } | { kind: 'paint'; sight: Sight };
export interface FromPainter {
  bitmap: ImageBitmap;
  sight: Sight;
  /** the painter's own time, ms */ tookMs: number;
}

/** The view in which the painter works: the picture's own corner lies a margin up and left of what is seen. */
export function pictureView({ view, margin }: Sight): View {
  return panBy(view, margin.width, margin.height);
}
