import { Id, Language, OneOf, Optional } from './constraints.js';

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
