type Point = readonly [number, number];

/** Whether a closed line of these corners crosses itself; touching is not crossing. */
export function crosses(points: readonly Point[]): boolean {
  const side = ([ax, ay]: Point, [bx, by]: Point, [x, y]: Point) =>
    Math.sign(Math.round(1e6 * ((bx - ax) * (y - ay) - (by - ay) * (x - ax))));
  const edge = (i: number) => [points[i]!, points[(i + 1) % points.length]!] as const;
  return points.some((_, i) =>
    points.some((_other, j) => {
      if (j <= i) return false;
      const [[a, b], [c, d]] = [edge(i), edge(j)];
      return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
    }),
  );
}
