import { BENCH_PAGE } from './en/bench-page';
import { addWords } from './t';

/** Imported for what it does, as `later.ts`. */
addWords(BENCH_PAGE);
