import { EN } from './en';
import { addWords } from './t';

/** Imported for what it does, first of all, by whatever begins a page. */
addWords(EN);
