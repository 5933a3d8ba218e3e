/** A comb or squeegee: what stands in its notches stays on the floor and runs level. */
export interface Notch {
  readonly shape: 'square' | 'v';
  readonly widthMm: number;
  readonly depthMm: number;
  /** from notch to notch */ readonly pitchMm: number;
}

/** Sizes that shops have; common practice, no source. */
export const NOTCHES: readonly Notch[] = [
  { shape: 'v', widthMm: 3, depthMm: 3, pitchMm: 9 },
  { shape: 'v', widthMm: 5, depthMm: 5, pitchMm: 12 },
  { shape: 'v', widthMm: 6, depthMm: 6, pitchMm: 12 },
  { shape: 'square', widthMm: 4, depthMm: 4, pitchMm: 8 },
  { shape: 'square', widthMm: 6, depthMm: 6, pitchMm: 12 },
  { shape: 'square', widthMm: 8, depthMm: 8, pitchMm: 16 },
  { shape: 'square', widthMm: 10, depthMm: 10, pitchMm: 20 },
];

/** Wet film that an upright tool leaves, mm: area of a notch over its pitch, by geometry. A tilted one leaves 60 to 90 % of it. */
export function notchFilmMm({ shape, widthMm, depthMm, pitchMm }: Notch): number {
  return (widthMm * depthMm * (shape === 'v' ? 0.5 : 1)) / pitchMm;
}

/** Beyond this a notch leaves too much or too little for the film, as a share of it; own judgement, no source. */
const WITHIN = 0.35;

/** The notch that comes nearest to a film from above, or nearest at all; undefined where none comes near. */
export function notchFor(wetMm: number): Notch | undefined {
  const near = NOTCHES.filter((notch) => Math.abs(notchFilmMm(notch) - wetMm) <= WITHIN * wetMm);
  const off = (notch: Notch) => {
    const over = notchFilmMm(notch) - wetMm;
    // a tilted tool leaves less, so one that leaves a little more is taken before one that leaves less
    return over >= 0 ? over : -2 * over;
  };
  return near.reduce<Notch | undefined>((best, notch) => (best && off(best) <= off(notch) ? best : notch), undefined);
}
