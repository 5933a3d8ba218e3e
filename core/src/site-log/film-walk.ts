import { type Face, type FacePoint, extentOf, isOnFace } from '../jobs/index.js';

/**
 * Places at which a film is read, spread evenly and in the order in which one walks along the face: up and down by turns, from its left
 * end. None lies in an opening or off the face; on a face of an odd shape there may be some more or fewer than were asked for.
 * @param count how many are wanted, one at least
 * @param along m, from and to: of a strip; the whole face where it is not said
 */
export function filmWalk(face: Pick<Face, 'outline' | 'openings'>, count: number, along?: readonly [number, number]): FacePoint[] {
  const { minU, maxU, minV, maxV } = extentOf(face.outline);
  const [fromU, toU] = along ?? [minU, maxU];
  const [width, height] = [toU - fromU, maxV - minV];
  if (!(width > 0) || !(height > 0)) return [];
  const columns = Math.max(1, Math.round(Math.sqrt((count * width) / height)));
  const rows = Math.max(1, Math.ceil(count / columns));
  const places: FacePoint[] = [];
  for (let column = 0; column < columns; column++)
    for (let step = 0; step < rows; step++) {
      const row = column % 2 === 0 ? step : rows - 1 - step;
      places.push([fromU + (width * (column + 0.5)) / columns, minV + (height * (row + 0.5)) / rows]);
    }
  return places.filter((place) => isOnFace(face, place));
}
