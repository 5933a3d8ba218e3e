import type { Product } from '@caulkhorn/core/catalogue';
import { choice, list, mapOf, number } from '@caulkhorn/core/fields';
import {
  MACHINE_KINDS,
  type MachineKind,
  PERSON_WEEK_FIELD,
  SCHOOLS_FIELD,
  SKILLS,
  type SchoolChoices,
  type Skill,
} from '@caulkhorn/core/jobs';
import { type HouseRules, PACES, type PaceId, type PersonWeek } from '@caulkhorn/core/planning';
import { AnyRecords, Day, Days, NestedList, OneOf, Optional, Quantity, Text, Whole } from './constraints.js';
import { OfField } from './dto-of.js';

const PACES_FIELD = mapOf(Object.keys(PACES) as PaceId[], number('min', { min: 0.01, max: 10_000 }));

const MACHINES_FIELD = mapOf(MACHINE_KINDS, number('', { min: 0, max: 100, whole: true }));
const SKILLS_FIELD = list(choice(SKILLS), SKILLS.length, 0);

class SkillCardDto {
  @OneOf([...SKILLS]) skill!: Skill;
  @Text(60) number!: string;
  @Optional() @Day() until?: string;
}

class HousePersonDto {
  @Text(120) name!: string;
  @OfField(SKILLS_FIELD) skills!: Skill[];
  @Optional() @NestedList(() => SkillCardDto, 60) cards?: SkillCardDto[];
  @Days(400) daysOff!: string[];
  @Optional() @OfField(PERSON_WEEK_FIELD) week?: PersonWeek;
}

class HolidayDto {
  @Day() day!: string;
  @Text(120) name!: string;
}

/** How an organisation works. `baseVersion` is the version it was read in; 0 before anything was set. */
export class HouseRulesDto {
  @Whole(0, 1_000_000_000) baseVersion!: number;
  @OfField(SCHOOLS_FIELD) schools!: SchoolChoices;
  /** person-minutes a unit */ @OfField(PACES_FIELD) paces!: Partial<Record<PaceId, number>>;
  @Quantity(0, 10_000_000) labourMinorPerH!: number;
  @Quantity(0, 100) sparePct!: number;
  /** that is mixed in; none: a kit or a bag at a time */ @Optional() @Quantity(1, 1000) vesselL?: number;
  /** how many it has of each */ @Optional() @OfField(MACHINES_FIELD) machines?: Partial<Record<MachineKind, number>>;
  @Optional() @NestedList(() => HousePersonDto, 500) people?: HousePersonDto[];
  @Optional() @NestedList(() => HolidayDto, 500) holidays?: HolidayDto[];
}

/** Sheets to add to an organisation's catalogue: all of them, or none. Each is checked by the core, field by field. */
export class AddProductsDto {
  @AnyRecords(2000, 1) products!: object[];
}

/** What the server answers: how an organisation works, and every version of its own products. */
export interface HouseAnswer extends HouseRules {
  version: number;
  products: Product[];
}
