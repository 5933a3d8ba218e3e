/** What a crew takes along from the yard and what no two jobs have at once. */
export const MACHINE_KINDS = ['injection-pump', 'spray-pump', 'blaster', 'grinder', 'jet', 'kettle', 'dehumidifier', 'scaffold'] as const;
export type MachineKind = (typeof MACHINE_KINDS)[number];

/** What somebody must have learned, and mostly been certified for, before he is put to it. */
export const SKILLS = ['injection', 'spraying', 'blasting', 'hot-work', 'resins', 'confined-spaces'] as const;
export type Skill = (typeof SKILLS)[number];

/** A card that says somebody has learned it, as his house keeps it; whoever wants to know sees the card itself. */
export interface SkillCard {
  skill: Skill;
  number: string;
  /** YYYY-MM-DD, its last day; none where it does not end */ until?: string;
}
