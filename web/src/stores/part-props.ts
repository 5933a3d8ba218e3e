import type { HouseAnswer } from '@caulkhorn/contract';

/** What each page of the house is given. */
export interface PartProps {
  organisationId: string;
  house: HouseAnswer;
  /** may change it */ may: boolean;
}
