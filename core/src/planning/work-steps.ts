import { PACES, type PaceId } from './paces.js';

/** A layer by its id (`coat-2`, `board`), a step of a detail, or what comes before both. */
export type WorkStep = Exclude<PaceId, NoStep> | `coat-${number}`;
/** Tasks that are no piece of work of their own: coats are numbered, the others are done along with one. */
type NoStep = 'coat' | 'bond' | 'blast' | 'again';
const NO_STEP: ReadonlySet<PaceId> = new Set<NoStep>(['coat', 'bond', 'blast', 'again']);

const MOST_COATS = 10;
/** Every step there is, for who reads plans from outside. */
export const WORK_STEPS: readonly WorkStep[] = [
  ...(Object.keys(PACES) as PaceId[]).filter((id): id is Exclude<PaceId, NoStep> => !NO_STEP.has(id)),
  ...Array.from({ length: MOST_COATS }, (_, i) => `coat-${i + 1}` as const),
];
