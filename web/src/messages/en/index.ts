import { BENCH } from './bench';
import { CALCULATOR_WORDS } from './calculators';
import { CALCULATOR_FIELDS } from './calculator-fields';
import { COMMON } from './common';
import { ISSUES } from './issues';
import { MEASURING } from './measuring';
import { SITE } from './site';
import { SURVEY } from './survey';
import { WORK } from './work';
import { YARD } from './yard';

/** What a screen may say before anything has been planned. The rest is in `later.ts`. */
export const EN = {
  ...COMMON,
  ...SURVEY,
  ...MEASURING,
  ...SITE,
  ...WORK,
  ...YARD,
  ...ISSUES,
  ...CALCULATOR_WORDS,
  ...CALCULATOR_FIELDS,
  ...BENCH,
} as const;
