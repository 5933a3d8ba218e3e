/** Spherical variogram: half the mean squared difference at a distance h, γ(h); γ(0) = 0. */
export interface Variogram {
  /** jump at the origin: error of the instrument and roughness finer than the spacing */ nugget: number;
  /** what is added up to the range */ partialSill: number;
  /** distance beyond which values are unrelated */ range: number;
}

export interface Place {
  readonly x: number;
  readonly y: number;
  readonly value: number;
}

const BINS = 15;
const RANGES_TRIED = 60;

/** Share of the sill that the spherical model has reached at `h`; 1 from the range on. */
export function sphericalShare(h: number, range: number): number {
  const r = h / range;
  return r >= 1 ? 1 : r * (1.5 - 0.5 * r * r);
}

/**
 * Fits a spherical variogram to readings by least squares on binned squared differences, weighted by the pairs in a bin over the
 * square of its distance (Isaaks & Srivastava 1989, ch. 16; Zhang, van Eijkeren & Heemink 1995 for the weights). The range is
 * searched, nugget and sill follow linearly and stay at or above zero. `longest` bounds the distances looked at.
 */
export function fitVariogram(places: readonly Place[], longest: number): Variogram {
  const bins = binned(places, longest);
  let best: { variogram: Variogram; misfit: number } | undefined;
  for (let k = 1; k <= RANGES_TRIED; k++) {
    const range = (2 * longest * k) / RANGES_TRIED;
    const candidate = fitSill(bins, range);
    if (!best || candidate.misfit < best.misfit) best = candidate;
  }
  return best!.variogram;
}

interface Bin {
  distance: number;
  gamma: number;
  weight: number;
}

function binned(places: readonly Place[], longest: number): Bin[] {
  const sums = Array.from({ length: BINS }, () => ({ distance: 0, gamma: 0, pairs: 0 }));
  for (let i = 0; i < places.length; i++) {
    const a = places[i]!;
    for (let j = 0; j < i; j++) {
      const b = places[j]!;
      const distance = Math.sqrt((a.x - b.x) ** 2 + (a.y - b.y) ** 2);
      if (distance > longest) continue;
      const bin = sums[Math.min(BINS - 1, Math.floor((distance / longest) * BINS))]!;
      bin.distance += distance;
      bin.gamma += (a.value - b.value) ** 2 / 2;
      bin.pairs++;
    }
  }
  return sums
    .filter(({ pairs }) => pairs > 0)
    .map(({ distance, gamma, pairs }) => ({ distance: distance / pairs, gamma: gamma / pairs, weight: pairs / (distance / pairs) ** 2 }));
}

/** Nugget and sill at a given range: two unknowns, linear; a negative one is held at zero. */
function fitSill(bins: readonly Bin[], range: number): { variogram: Variogram; misfit: number } {
  let [w, ws, wss, wg, wsg] = [0, 0, 0, 0, 0];
  for (const { distance, gamma, weight } of bins) {
    const share = sphericalShare(distance, range);
    w += weight;
    ws += weight * share;
    wss += weight * share * share;
    wg += weight * gamma;
    wsg += weight * share * gamma;
  }
  const determinant = w * wss - ws * ws;
  let nugget = determinant > 1e-12 * w * wss ? (wg * wss - wsg * ws) / determinant : 0;
  let partialSill = determinant > 1e-12 * w * wss ? (w * wsg - ws * wg) / determinant : wsg / wss;
  if (nugget < 0) [nugget, partialSill] = [0, wsg / wss];
  if (partialSill < 0) [nugget, partialSill] = [wg / w, 0];
  const misfit = bins.reduce(
    (sum, { distance, gamma, weight }) => sum + weight * (gamma - nugget - partialSill * sphericalShare(distance, range)) ** 2,
    0,
  );
  return { variogram: { nugget, partialSill, range }, misfit };
}
