interface Place {
  x: number;
  y: number;
}

/** The three corners of an arrow's head, its tip at `to`; as long as asked for, or as the arrow where that is shorter. */
export function arrowHead(from: Place, to: Place, lengthPx: number): [Place, Place, Place] {
  const along = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const [ux, uy] = [(to.x - from.x) / along, (to.y - from.y) / along];
  const length = Math.min(lengthPx, along);
  const [bx, by] = [to.x - ux * length, to.y - uy * length];
  const half = length / 2;
  return [to, { x: bx - uy * half, y: by + ux * half }, { x: bx + uy * half, y: by - ux * half }];
}
