import { SKILLS, type Skill } from '@caulkhorn/core/jobs';
import { GLASS_PATH } from '@caulkhorn/core/site-log';
import { Day, OneOf, Optional, Pattern, Quantity, Sha256, Text, Whole } from './constraints.js';

export class ConditionsDto {
  @Quantity(-40, 60) airTemperatureC!: number;
  @Quantity(-40, 80) surfaceTemperatureC!: number;
  @Quantity(0, 100) relativeHumidityPct!: number;
  @Optional() @Quantity(-60, 60) coldestAheadC?: number;
  @Optional() @Quantity(-60, 100) warmestAheadC?: number;
  @Optional() @Quantity(0, 1000) rainInH?: number;
  @Optional() @Quantity(0, 100) windMS?: number;
}

/** A film that is laid wet is no thicker than what is sprayed or trowelled in one layer. */
export class FilmReadingDto {
  @Quantity(0, 30) wetMm!: number;
  @Optional() @Quantity(-1000, 1000) uM?: number;
  @Optional() @Quantity(-1000, 1000) vM?: number;
}

/** A long name in many strokes has some 4,000 signs. */
const MOST_GLASS_SIGNS = 20_000;

export class GlassSignatureDto {
  @Text(70) name!: string;
  @Optional() @Text(48) firm?: string;
  @Pattern(GLASS_PATH, MOST_GLASS_SIGNS) drawn!: string;
}

export class GasReadingDto {
  @Quantity(0, 100) oxygenPct!: number;
  @Quantity(0, 100) lelPct!: number;
  @Quantity(0, 10_000) h2sPpm!: number;
  @Quantity(0, 10_000) coPpm!: number;
}

export class ShownCardDto {
  @Text(120) name!: string;
  @OneOf([...SKILLS]) skill!: Skill;
  @Text(60) number!: string;
  @Optional() @Day() until?: string;
}

export class CoveredDto {
  @Sha256() revisionFingerprint!: string;
  @Whole(1, 100_000_000) receiptSeq!: number;
  @Sha256() receiptHash!: string;
  @Sha256() readingsSha256!: string;
  @Sha256() photosSha256!: string;
}
