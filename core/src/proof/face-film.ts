import type { Family } from '../catalogue/index.js';
import type { Result } from '../issues.js';
import { type FilmCheck, USUAL_LEAST_SHARE, filmCheck } from './film-check.js';

/** Film readings of a face against its specified film, as its family is judged: whether one reading may be thinner is not the same for all. */
export function checkFaceFilm(
  { leastFilmShare = USUAL_LEAST_SHARE }: Pick<Family, 'leastFilmShare'>,
  film: { readingsMm: number[]; specifiedMm: number; areaM2: number },
): Result<FilmCheck> {
  return filmCheck.compute({ ...film, singleMinFraction: leastFilmShare });
}
