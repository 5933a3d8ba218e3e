import { Text } from './constraints.js';
import { IsEmail } from 'class-validator';

export type Role = 'planner' | 'foreman' | 'inspector' | 'apprentice';
/** How a person stands to a job: by a role in its organisation, or as a guest on this one job. */
export type Standing = Role | 'guest';

export type Permission = 'read-job' | 'make-job' | 'export-job' | 'survey' | 'plan' | 'log' | 'stock';

/** Who may do what. One table, read by the server's guard and by the screens. */
export const PERMISSIONS: Readonly<Record<Standing, readonly Permission[]>> = {
  planner: ['read-job', 'make-job', 'export-job', 'survey', 'plan', 'log', 'stock'],
  foreman: ['read-job', 'export-job', 'survey', 'log', 'stock'],
  inspector: ['read-job', 'export-job'],
  apprentice: ['read-job', 'log', 'stock'],
  guest: ['read-job', 'export-job'],
};

export class SignInDto {
  @IsEmail() email!: string;
  @Text(200) password!: string;
}

export interface SessionInfo {
  personId: string;
  name: string;
  email: string;
  organisations: { id: string; name: string; standing: Standing }[];
}
