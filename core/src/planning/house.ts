import { type Catalogue, SHIPPED_CATALOGUE } from '../catalogue/index.js';
import type { MachineKind, SchoolChoices, Skill, SkillCard, WorkWeek } from '../jobs/index.js';
import type { PaceId } from './paces.js';

/** How an organisation works: what it buys from, which schools it follows, how fast its people are and what they cost. */
export interface House {
  catalogue: Catalogue;
  schools: SchoolChoices;
  /** person-minutes a unit, where they differ from the usual ones */ paces: Partial<Record<PaceId, number>>;
  /** minor units an hour of one person */ labourMinorPerH: number;
  /** of the vessel that is mixed in, L; without it one kit or one bag at a time */ vesselL?: number;
  /** bought beyond what is reckoned with, % */ sparePct: number;
  /** how many of each it has; of a kind that is not named nothing is known */ machines?: Partial<Record<MachineKind, number>>;
  people?: HousePerson[];
  /** on which nobody works */ holidays?: Holiday[];
}

/** Who works with the organisation, with or without an account. */
export interface HousePerson {
  name: string;
  skills: Skill[];
  cards?: SkillCard[];
  /** YYYY-MM-DD */ daysOff: string[];
  /** when this person works, where that is less than their crew does; days: 0 Sunday … 6 Saturday */ week?: PersonWeek;
}

export type PersonWeek = Pick<WorkWeek, 'days' | 'fromHour' | 'hours'>;

export interface Holiday {
  /** YYYY-MM-DD */ day: string;
  name: string;
}

/** All of a house but what it buys from. */
export type HouseRules = Omit<House, 'catalogue'>;

/** An organisation that has set nothing. The hour's price is invented. */
export const USUAL_HOUSE: House = { catalogue: SHIPPED_CATALOGUE, schools: {}, paces: {}, labourMinorPerH: 4_500, sparePct: 0 };
