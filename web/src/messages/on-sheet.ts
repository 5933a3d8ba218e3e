import { MEASURING } from './en/measuring';
import { SURVEY } from './en/survey';
import { addWords } from './t';

/** Imported for what it does by the painter of the sheet: it writes no other words, and need not wait for them. */
addWords(SURVEY);
addWords(MEASURING);
