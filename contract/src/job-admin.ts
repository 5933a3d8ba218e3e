import { IsBoolean } from 'class-validator';
import { Id, OneOf, Text } from './constraints.js';

/** `template`: jobs begin as copies of it · `deleted`: can be brought back for thirty days, then is gone from every list. */
export const JOB_STATES = ['open', 'template', 'archived', 'deleted'] as const;
export type JobState = (typeof JOB_STATES)[number];

export class JobStateDto {
  @OneOf(JOB_STATES) state!: JobState;
}

/** What a copy takes over: the settings alone, or all that was surveyed and chosen. Log, plans and photos stay with the job that they are of. */
export class CopyJobDto {
  /** of the copy; sent twice it is one copy */ @Id() id!: string;
  @Text(120) name!: string;
  @IsBoolean() withSurvey!: boolean;
}
