import { GLOSSARY } from './en/glossary';
import { addWords } from './t';

/** Imported for what it does: from then on these words are known. */
addWords(GLOSSARY);
