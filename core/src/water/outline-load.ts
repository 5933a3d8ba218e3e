import { type Face, type FacePoint, levelAt } from '../jobs/index.js';
import { pressureKPa } from '../physics/index.js';

export interface OutlineLoad {
  /** square to the face */ forceKN: number;
  /** level of the resultant; null when the face is dry */ resultantLevelM: number | null;
}

/**
 * Water load on a plane face of any outline, less its openings: pressure integrated over what is wetted, F = ∫ p dA and
 * z_R = ∫ p z dA / F (fluid-mechanics handbooks: hydrostatic force on a plane surface).
 */
export function outlineLoad(face: Pick<Face, 'outline' | 'openings' | 'placement'>, waterLevelM: number, densityKgM3: number): OutlineLoad {
  const startM = levelAt(face, [0, 0]);
  const rise = levelAt(face, [0, 1]) - startM;
  const wetted = (ring: readonly FacePoint[]) => moments(belowV(ring, (waterLevelM - startM) / rise));
  const holes = (face.openings ?? []).map(wetted);
  const [area, first, second] = wetted(face.outline).map((whole, i) => holes.reduce((left, hole) => left - hole[i]!, whole)) as Moments;
  // p = per metre × (h − rise v), with h the depth of the face's own origin under water
  const depthM = waterLevelM - startM;
  const perMetre = pressureKPa(1, densityKgM3);
  const forceKN = perMetre * (depthM * area - rise * first);
  if (!(forceKN > 0)) return { forceKN: 0, resultantLevelM: null };
  return { forceKN, resultantLevelM: startM + (rise * perMetre * (depthM * first - rise * second)) / forceKN };
}

/** ∫ dA, ∫ v dA, ∫ v² dA */
type Moments = [area: number, first: number, second: number];

/** Moments of a polygon about its u axis by Green's theorem, whichever way round its corners run. */
function moments(ring: readonly FacePoint[]): Moments {
  const sums: Moments = [0, 0, 0];
  ring.forEach(([u, v], i) => {
    const [un, vn] = ring[(i + 1) % ring.length]!;
    const cross = u * vn - un * v;
    sums[0] += cross / 2;
    sums[1] += (cross * (v + vn)) / 6;
    sums[2] += (cross * (v * v + v * vn + vn * vn)) / 12;
  });
  return (sums[0] < 0 ? sums.map((sum) => -sum) : sums) as Moments;
}

/** The part of a polygon at or under a line v = const (Sutherland and Hodgman 1974, one edge). */
function belowV(ring: readonly FacePoint[], maxV: number): FacePoint[] {
  return ring.flatMap(([u, v], i): FacePoint[] => {
    const [un, vn] = ring[(i + 1) % ring.length]!;
    const own: FacePoint[] = v <= maxV ? [[u, v]] : [];
    if (v <= maxV === vn <= maxV) return own;
    return [...own, [u + ((un - u) * (maxV - v)) / (vn - v), maxV]];
  });
}
