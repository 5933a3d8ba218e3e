import type { Feature, FeatureKind, FacePoint } from '@caulkhorn/core/jobs';
import { v4 } from 'uuid';

const LETTER: Readonly<Record<FeatureKind, string>> = { crack: 'K', leak: 'L', penetration: 'N' };

/** The next mark of a kind that is not in use: K4 after K3. */
export function nextMark(kind: FeatureKind, features: readonly Feature[]): string {
  const letter = LETTER[kind];
  const highest = features.reduce((max, { mark }) => {
    const n = new RegExp(`^${letter}(\\d+)$`).exec(mark)?.[1];
    return n ? Math.max(max, Number(n)) : max;
  }, 0);
  return `${letter}${highest + 1}`;
}

/** A feature as drawn, before anyone has measured it: the values most often met, to be corrected in the slate. */
export function newFeature(kind: FeatureKind, faceId: string, path: readonly FacePoint[], features: readonly Feature[]): Feature {
  const base = { id: v4(), faceId, mark: nextMark(kind, features), kind, path: path.map(([u, v]) => [round(u), round(v)] as const) };
  if (kind === 'crack') return { ...base, wetState: 'dry', widthMm: 0.3, movement: 'static' };
  if (kind === 'leak') return { ...base, wetState: 'weeping' };
  return { ...base, wetState: 'dry', diameterMm: 110, pipe: 'rigid' };
}

/** Millimetres: finer than anyone points. */
export function round(metres: number): number {
  return Math.round(metres * 1000) / 1000;
}
