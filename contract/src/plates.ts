import type { PlateSays } from '@caulkhorn/core/proof';
import { Id, Optional, Text } from './constraints.js';

/** A plate for the wall: of one face, or of all that is coated. */
export class MakePlateDto {
  @Optional() @Id() faceId?: string;
  /** whom a visitor calls before he drills, or when water comes */ @Text(200) contact!: string;
}

/** Told anew, as the record is now. */
export class RenewPlateDto {
  @Text(200) contact!: string;
}

/** A plate as its house sees it. */
export interface Plate {
  id: string;
  /** stands in the address that its code leads to; on the wall it is no secret */ token: string;
  faceId: string | null;
  contact: string;
  madeBy: string;
  madeAt: string;
  says: PlateSays;
}

/** What anybody sees who opens the address. */
export interface PublicPlate {
  organisation: string;
  contact: string;
  says: PlateSays;
}
