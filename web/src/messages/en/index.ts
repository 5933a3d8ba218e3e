import { BENCH } from './bench';
import { BUILD_UP } from './build-up';
import { CALCULATOR_WORDS } from './calculators';
import { CALCULATOR_FIELDS } from './calculator-fields';
import { COMMON } from './common';
import { DETAILS } from './details';
import { HOUSE } from './house';
import { ISSUES } from './issues';
import { MEASURING } from './measuring';
import { SITE } from './site';
import { STORES } from './stores';
import { SURVEY } from './survey';
import { SYSTEMS } from './systems';
import { WORK } from './work';

export const EN = {
  ...COMMON,
  ...SURVEY,
  ...MEASURING,
  ...SITE,
  ...HOUSE,
  ...STORES,
  ...BUILD_UP,
  ...SYSTEMS,
  ...DETAILS,
  ...WORK,
  ...ISSUES,
  ...CALCULATOR_WORDS,
  ...CALCULATOR_FIELDS,
  ...BENCH,
} as const;
