import { Id, OneOf, Optional, Text } from './constraints.js';
import { IsEmail } from 'class-validator';

export const ROLES = ['planner', 'foreman', 'inspector', 'apprentice'] as const;
export type Role = (typeof ROLES)[number];
/** How a person stands to a job: by a role in its organisation, as a guest on this one job, or as the client who was asked to sign it. */
export type Standing = Role | 'guest' | 'client';

/** Belongs to no house: sees single jobs, and nothing of the house around them. */
export const isOutsider = (standing: Standing): boolean => standing === 'guest' || standing === 'client';

export type Permission =
  | 'read-job'
  | 'make-job'
  | 'export-job'
  | 'survey'
  | 'plan'
  | 'log'
  | 'hold'
  | 'test'
  | 'sign'
  | 'ask-to-sign'
  | 'publish'
  | 'stock'
  /** notes of accidents and near misses, also of others */
  | 'read-incidents'
  | 'manage-people'
  | 'supersede-others';

/** Who may do what. One table, read by the server's guard and by the screens. */
export const PERMISSIONS: Readonly<Record<Standing, readonly Permission[]>> = {
  planner: [
    'read-job',
    'make-job',
    'export-job',
    'survey',
    'plan',
    'log',
    'hold',
    'test',
    'sign',
    'ask-to-sign',
    'publish',
    'stock',
    'read-incidents',
    'manage-people',
    'supersede-others',
  ],
  foreman: [
    'read-job',
    'export-job',
    'survey',
    'log',
    'hold',
    'test',
    'sign',
    'ask-to-sign',
    'stock',
    'read-incidents',
    'supersede-others',
  ],
  inspector: ['read-job', 'export-job', 'hold', 'test', 'sign'],
  apprentice: ['read-job', 'log', 'test', 'stock'],
  guest: ['read-job', 'export-job'],
  client: ['read-job', 'export-job', 'sign'],
};

export class SignInDto {
  @IsEmail() email!: string;
  @Text(200) password!: string;
  /** of the authenticator, for an account that has one */ @Optional() @Text(6, 6) code?: string;
}

export const LEAST_PASSWORD = 12;

export class ChangePasswordDto {
  @Text(200) current!: string;
  @Text(200, LEAST_PASSWORD) next!: string;
}

export class PasswordDto {
  @Text(200) password!: string;
}

export class CodeDto {
  @Text(6, 6) code!: string;
}

export class ResetPasswordDto {
  @Text(100) token!: string;
  @Text(200, LEAST_PASSWORD) password!: string;
}

export interface SecurityEventAnswer {
  at: string;
  kind: string;
  address: string | null;
  detail: string | null;
}

/** Who is asked to join: a house with a role, or one of its jobs as a guest. */
export class InviteDto {
  @IsEmail() @Text(200) email!: string;
  @Text(120) name!: string;
  @OneOf([...ROLES, 'guest']) standing!: Standing;
  /** wanted of a guest, refused of anybody else */ @Optional() @Id() jobId?: string;
}

/** `password`: a new one, or that of the account which the address has already. */
export class AcceptInvitationDto {
  @Text(100) token!: string;
  @Text(120) name!: string;
  @Text(200) password!: string;
  /** of the authenticator, for an account that has one */ @Optional() @Text(6, 6) code?: string;
}

export class InvitationTokenDto {
  @Text(100) token!: string;
}

export class RoleDto {
  @OneOf(ROLES) role!: Role;
}

/** What a link offers, to who holds it. */
export interface InvitationOffer {
  organisation: string;
  email: string;
  name: string;
  standing: Standing;
  hasAccount: boolean;
}

export interface OpenInvitation {
  id: string;
  email: string;
  name: string;
  standing: Standing;
  jobId: string | null;
  expiresAt: string;
}

/** Someone who belongs to an organisation; a guest, to the jobs named. */
export interface Colleague {
  id: string;
  name: string;
  email: string;
  standing: Standing;
  jobIds: string[];
}

export interface PeopleAnswer {
  people: Colleague[];
  invitations: OpenInvitation[];
}

export interface SessionInfo {
  personId: string;
  name: string;
  /** null of who came by a link to sign: no account, no password */ email: string | null;
  organisations: { id: string; name: string; standing: Standing }[];
}
