import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';

export const crystallineAdmixture: Family = {
  id: 'crystalline-admixture',
  detailing: 'rigid',
  layers: [],
  schools: [],
  wantsWet: false,
  placed: 'in-the-mix',
  preparedFor: 'green',
  worksInPores: false,
  limits: [],
  source: COMMON_PRACTICE,
};
