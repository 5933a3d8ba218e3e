import type { Face } from '../jobs/index.js';

/** Under the sky, in a trench as well; under a roof a surface does not follow the weather. */
export const OUTDOORS: ReadonlySet<Face['near']['kind']> = new Set(['open-air', 'ground']);
