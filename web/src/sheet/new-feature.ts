import { FEATURE_SPECS, type FacePoint, type Feature, type FeatureField, type FeatureKind } from '@caulkhorn/core/jobs';
import { v4 } from 'uuid';

/** The next mark of a kind that is not in use: K4 after K3. */
export function nextMark(kind: FeatureKind, features: readonly Feature[]): string {
  const { letter } = FEATURE_SPECS[kind];
  const highest = features.reduce((max, { mark }) => {
    const n = new RegExp(`^${letter}(\\d+)$`).exec(mark)?.[1];
    return n ? Math.max(max, Number(n)) : max;
  }, 0);
  return `${letter}${highest + 1}`;
}

/** What most of a kind are, until someone measures. How it moves is no such thing: nobody has looked yet. */
const USUAL: Readonly<Partial<Record<FeatureKind, Pick<Feature, FeatureField>>>> = {
  penetration: { diameterMm: 110, pipe: 'rigid' },
  'tie-hole': { diameterMm: 25 },
  drain: { diameterMm: 100 },
  honeycomb: { depthMm: 30 },
  spall: { depthMm: 20 },
};
const WET: ReadonlySet<FeatureKind> = new Set(['damp-area', 'salt-bloom', 'mould', 'ponding']);

/** Water comes out of a leak, or it were none; of what is no damp by its own name nobody has said yet. */
function wetnessOf(kind: FeatureKind, like?: Feature): Pick<Feature, 'wetState'> {
  const wetState = like ? like.wetState : kind === 'leak' ? 'weeping' : WET.has(kind) ? 'damp' : undefined;
  return wetState ? { wetState } : {};
}

/** A feature as drawn, to be corrected in the slate; `like` gives what was measured of the last one of its kind. */
export function newFeature(
  kind: FeatureKind,
  faceId: string,
  path: readonly FacePoint[],
  { features, like }: { features: readonly Feature[]; like?: Feature },
): Feature {
  const { needs, may } = FEATURE_SPECS[kind];
  const copied = like
    ? Object.fromEntries([...needs, ...may].filter((name) => name !== 'flow' && like[name] !== undefined).map((name) => [name, like[name]]))
    : {};
  return {
    id: v4(),
    faceId,
    mark: nextMark(kind, features),
    kind,
    path: path.map(([u, v]) => [round(u), round(v)] as const),
    ...wetnessOf(kind, like),
    ...USUAL[kind],
    ...copied,
  };
}

/** Millimetres: finer than anyone points. */
export function round(metres: number): number {
  return Math.round(metres * 1000) / 1000;
}
