import { Id, OneOf, Optional, Text, Time } from './constraints.js';

export const INCIDENT_KINDS = ['accident', 'near-miss'] as const;
export type IncidentKind = (typeof INCIDENT_KINDS)[number];

/** Somebody was hurt, or nearly was. The id is made where it is written, so that it may be sent twice. */
export class IncidentDto {
  @Id() id!: string;
  @OneOf(INCIDENT_KINDS) kind!: IncidentKind;
  @Time() happenedAt!: string;
  @Text(4000) what!: string;
  /** the place, in words */ @Optional() @Text(200) place?: string;
  /** who was hurt, and how */ @Optional() @Text(1000) hurt?: string;
  /** what was done at once: help, stop, cordon */ @Optional() @Text(2000) done?: string;
  /** the note that this one puts right */ @Optional() @Id() about?: string;
}

/** A note as its few readers see it. */
export interface Incident extends IncidentDto {
  writtenBy: string;
  receivedAt: string;
}
