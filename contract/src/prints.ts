import { Id, Language, OneOf, Optional } from './constraints.js';
import type { SessionInfo, Standing } from './people.js';

export const PAPERS = ['A4', 'Letter'] as const;
export const PRINT_UNITS = ['metric', 'us'] as const;
/** All of the dossier, or only what was tested. */
export const PRINT_PARTS = ['all', 'tests'] as const;

/** The dossier is to be made as a PDF by the server, as its page shows it. */
export class PrintDto {
  @OneOf(PAPERS) paper!: (typeof PAPERS)[number];
  @OneOf(PRINT_UNITS) units!: (typeof PRINT_UNITS)[number];
  @OneOf(PRINT_PARTS) part!: (typeof PRINT_PARTS)[number];
  /** of dates and times, BCP 47 */ @Language() locale!: string;
  /** of one face alone */ @Optional() @Id() faceId?: string;
}

/** How far a print is; its file is there once it is done. */
export interface PrintAnswer {
  state: 'waiting' | 'running' | 'stopping' | 'done' | 'failed';
  share: number;
  /** of the file */ bytes: number | null;
}

/** What a dossier is written from before it is printed: answers of the API in JSON, and for whom. */
export interface PrintedRecord extends Pick<PrintDto, 'units' | 'part' | 'faceId'> {
  organisationId: string;
  jobId: string;
  session: SessionInfo;
  standing: Standing;
  answers: Readonly<Record<'job' | 'log' | 'plan' | 'house' | 'brought', string>>;
  /** addresses of style sheets */ styles: readonly string[];
}

/** A page that needs nothing to run: its words and drawings stand in it, its pictures under their addresses. */
export interface PrintedPage {
  title: string;
  html: string;
  /** what stands for a picture that cannot be had */ notHere: string;
}
