import { type Face, type JobModel, sitePoint } from '@caulkhorn/core/jobs';

const APART_M = 2;

/** East of all that is there: rooms are taped one by one, and where they stand to each other is set later or never. */
export function placeForNext({ faces }: Pick<JobModel, 'faces'>): { xM: number; yM: number } {
  const east = faces.flatMap(({ outline, placement }) => outline.map((point) => sitePoint(placement, point)[0]));
  return { xM: faces.length === 0 ? 0 : Math.ceil(Math.max(...east)) + APART_M, yM: 0 };
}

/** The next marks that no face has: A to Z, then AA and on. */
export function nextMarks(faces: readonly Pick<Face, 'mark'>[], count: number): string[] {
  const taken = new Set(faces.map(({ mark }) => mark));
  const free: string[] = [];
  for (let n = 0; free.length < count; n++) {
    const mark = letters(n);
    if (!taken.has(mark)) free.push(mark);
  }
  return free;
}

function letters(n: number): string {
  return n < 26 ? String.fromCharCode(65 + n) : letters(Math.floor(n / 26) - 1) + letters(n % 26);
}
