import type { Face, Space } from './job.js';

/** Faces in the order in which one walks past them: room by room, and round each. */
export function facesInWalk<F extends Pick<Face, 'spaceId' | 'order'>>({
  spaces,
  faces,
}: {
  spaces: readonly Pick<Space, 'id' | 'order'>[];
  faces: readonly F[];
}): F[] {
  const roomAt = new Map([...spaces].sort((a, b) => a.order - b.order).map(({ id }, i) => [id, i]));
  const at = (face: F) => roomAt.get(face.spaceId) ?? Infinity;
  return [...faces].sort((a, b) => at(a) - at(b) || a.order - b.order);
}
