import type { WorkItem } from '@caulkhorn/core/planning';
import type { PlacedTask } from '@caulkhorn/core/programme';

/** A piece of work where it lies in time. */
export type Row = PlacedTask & { item: WorkItem };
