import { Optional, Text } from './constraints.js';

/** Of the code that goes with a link. */
export const CODE_DIGITS = 6;

/** A client who is to sign the dossier of one job, without an account. */
export class AskToSignDto {
  @Text(70) name!: string;
  /** for whom he signs; with the name it goes into the record as one */ @Optional() @Text(48) firm?: string;
}

export class SigningTokenDto {
  @Text(100) token!: string;
}

export class OpenSigningDto {
  @Text(100) token!: string;
  @Text(CODE_DIGITS, CODE_DIGITS) code!: string;
}

export const SIGNING_STATES = ['open', 'signed', 'withdrawn', 'locked', 'expired'] as const;

/** A link that a client was given. */
export interface SigningLink {
  id: string;
  name: string;
  firm: string | null;
  madeBy: string;
  expiresAt: string;
  /** when the right code was given last */ openedAt: string | null;
  /** `locked`: too many wrong codes */ state: (typeof SIGNING_STATES)[number];
}

/** Told once: link and code go to the client by two different ways. */
export interface MadeSigningLink {
  id: string;
  token: string;
  code: string;
}

/** What a link says before its code was given. */
export interface SigningOffer {
  organisation: string;
  name: string;
}

/** Where who gave the right code may go. */
export interface OpenedSigning {
  organisationId: string;
  jobId: string;
}
