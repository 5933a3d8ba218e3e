import type { House } from '@caulkhorn/core/planning';
import { houseOf } from './house-of';
import { useJob } from './job-context';

/** How the organisation works, its own sheets beside the shipped ones. */
export function useHouse(): House {
  return houseOf(useJob((job) => job.houseAnswer));
}
