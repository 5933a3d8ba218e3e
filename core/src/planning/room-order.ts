import type { Product } from '../catalogue/index.js';
import { type Face, isLevelFace } from '../jobs/index.js';
import { type WorkStep } from './work-steps.js';

/**
 * What is done before what in one room, whatever the face; each phase is over in the whole room before the next begins.
 * `clear`: dusty and wet work, which would lie in a fresh coat. `stop`: leaks, which would wash it off. `coat`: everything laid
 * on walls. `floor`: floors last, their own details with them, because nobody walks on them fresh.
 */
export const ROOM_PHASES = ['clear', 'stop', 'coat', 'floor'] as const;
export type RoomPhase = (typeof ROOM_PHASES)[number];

/** Where a piece of work stands in its room. */
export interface InRoom {
  spaceId: string;
  phase: RoomPhase;
  /** a floor that people walk on, not a wall or a soffit */ isFloor: boolean;
  /** makes dust beside fresh coats, in whichever phase */ isDusty?: boolean;
  /** of what is laid: h at `referenceC` until somebody may walk on it, or make dust beside it */ freshH?: number;
  referenceC?: number;
}

/** Makes dust, spray or rubble. Common practice, no source. */
const CLEARS: ReadonlySet<WorkStep> = new Set(['prepare', 'clean', 'open', 'chamfer', 'damp-course']);
const STOPS: ReadonlySet<WorkStep> = new Set(['inject', 'plug']);

/** Until a floor may be walked on where its sheet names no time, h at its reference temperature: overnight; common practice, no source. */
const USUAL_WALK_H = 12;

/** When somebody may walk on a coat: its own time, else overnight and never before its next coat may go on. */
export function walkH({ coat }: Pick<Product, 'coat'>): number | undefined {
  return coat && (coat.walkH ?? Math.max(coat.recoat.minH, USUAL_WALK_H));
}

/** @param laid product of what is laid in this step, when it is a layer of the face */
export function inRoom(face: Pick<Face, 'spaceId' | 'kind' | 'near' | 'placement'>, step: WorkStep, laid?: Product): InRoom {
  const isFloor = face.kind === 'slab' && isLevelFace(face);
  const phase = CLEARS.has(step) ? 'clear' : STOPS.has(step) ? 'stop' : isFloor ? 'floor' : 'coat';
  const freshH = laid && walkH(laid);
  return { spaceId: face.spaceId, phase, isFloor, ...(freshH === undefined ? {} : { freshH, referenceC: laid!.referenceC }) };
}
