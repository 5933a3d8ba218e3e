import {
  COAT_LOOK_IDS,
  CURE_WAYS,
  type CoatLookId,
  type CureWay,
  type EntryBody,
  PHOTO_OF,
  type PhotoOf,
  SIGN_ROLES,
  type SignRole,
  VISIT_WETS,
  VISIT_WHYS,
  type VisitWet,
  type VisitWhy,
} from '@caulkhorn/core/site-log';
import { byKind } from '@caulkhorn/core/fields';
import { CARE_IDS, type CareId, TEST_RESULT_FIELDS, type TestResult, VOIDED_BY, type VoidedBy } from '@caulkhorn/core/jobs';
import { IsBoolean } from 'class-validator';
import { OfField } from './dto-of.js';
import { WORK_HAZARDS } from '@caulkhorn/core/planning';
import {
  Day,
  Given,
  Id,
  Names,
  Nested,
  NestedList,
  OneOf,
  Optional,
  OrNull,
  Quantity,
  Sha256,
  SomeOf,
  SomeOrNone,
  Text,
  Time,
  Whole,
} from './constraints.js';
import { ConditionsDto, CoveredDto, FilmReadingDto, GasReadingDto, GlassSignatureDto, ShownCardDto } from './log-values.js';

/** What each kind of entry is read by; a kind that is missing here does not compile. */
const KINDS = {
  start: () => StartBodyDto,
  finish: () => FinishBodyDto,
  reading: () => ReadingBodyDto,
  note: () => NoteBodyDto,
  care: () => CareBodyDto,
  mix: () => MixBodyDto,
  pail: () => PailBodyDto,
  film: () => FilmBodyDto,
  round: () => RoundBodyDto,
  hold: () => HoldBodyDto,
  redone: () => RedoneBodyDto,
  hot: () => HotBodyDto,
  look: () => LookBodyDto,
  gas: () => GasBodyDto,
  rescue: () => RescueBodyDto,
  inside: () => InsideBodyDto,
  alone: () => AloneBodyDto,
  talk: () => TalkBodyDto,
  diary: () => DiaryBodyDto,
  photo: () => PhotoBodyDto,
  test: () => TestBodyDto,
  sign: () => SignBodyDto,
  unsign: () => UnsignBodyDto,
  visit: () => VisitBodyDto,
  withdrawn: () => WithdrawnBodyDto,
} satisfies Record<EntryBody['kind'], () => new () => EntryBodyDto>;
const ENTRY_KINDS = Object.keys(KINDS) as EntryBody['kind'][];

export class EntryBodyDto {
  @OneOf(ENTRY_KINDS) kind!: EntryBody['kind'];
}

export class StartBodyDto extends EntryBodyDto {
  declare kind: 'start';
  @Text(200) workItemId!: string;
  @Id() planRevisionId!: string;
  @Optional() @Nested(() => ConditionsDto) conditions?: ConditionsDto;
  @Optional() @Time() conditionsAt?: string;
  @Optional() @Text(60) batchNumber?: string;
  @Optional() @Text(1000) breachReason?: string;
  @Optional() @Text(2000) note?: string;
}

export class FinishBodyDto extends EntryBodyDto {
  declare kind: 'finish';
  @Text(200) workItemId!: string;
  @Id() planRevisionId!: string;
  @Optional() @Time() firstLaidAt?: string;
  @Optional() @Time() lastLaidAt?: string;
  @Optional() @Text(60) batchNumber?: string;
  @Optional() @Quantity(0, 100_000) usedKg?: number;
  @Optional() @Names(60) hands?: string[];
  @Optional() @Text(2000) note?: string;
}

export class ReadingBodyDto extends EntryBodyDto {
  declare kind: 'reading';
  @Optional() @Id() faceId?: string;
  @Given() @Nested(() => ConditionsDto) conditions!: ConditionsDto;
  @Optional() @Text(2000) note?: string;
}

export class NoteBodyDto extends EntryBodyDto {
  declare kind: 'note';
  @Optional() @Id() faceId?: string;
  @Text(2000) note!: string;
}

export class CareBodyDto extends EntryBodyDto {
  declare kind: 'care';
  @Id() spaceId!: string;
  @SomeOf(CARE_IDS) checks!: CareId[];
  @Optional() @Text(2000) note?: string;
}

export class MixBodyDto extends EntryBodyDto {
  declare kind: 'mix';
  @Text(200) workItemId!: string;
  @Id() planRevisionId!: string;
  @Optional() @Text(60) batchNumber?: string;
  @Optional() @Quantity(0, 10_000) kg?: number;
  @Optional() @Text(2000) note?: string;
}

export class PailBodyDto extends EntryBodyDto {
  declare kind: 'pail';
  @Id() mixId!: string;
  @OneOf(['used', 'thrown']) became!: 'used' | 'thrown';
  @Optional() @Text(2000) note?: string;
}

export class FilmBodyDto extends EntryBodyDto {
  declare kind: 'film';
  @Text(200) workItemId!: string;
  @Id() planRevisionId!: string;
  @NestedList(() => FilmReadingDto, 400, 1) readings!: FilmReadingDto[];
  @Optional() @Text(2000) note?: string;
}

export class RoundBodyDto extends EntryBodyDto {
  declare kind: 'round';
  @Text(200) workItemId!: string;
  @Id() planRevisionId!: string;
  @OneOf(CURE_WAYS) how!: CureWay;
  @Optional() @Text(2000) note?: string;
}

/** The kettle as it was read, or the watch after it ended. Bitumen burns long before the most that is taken down. */
export class HotBodyDto extends EntryBodyDto {
  declare kind: 'hot';
  @Text(200) workItemId!: string;
  @Id() planRevisionId!: string;
  @OneOf(['kettle', 'out']) of!: 'kettle' | 'out';
  @Optional() @Quantity(0, 400) kettleC?: number;
  @Optional() @Text(2000) note?: string;
}

export class LookBodyDto extends EntryBodyDto {
  declare kind: 'look';
  @Text(200) workItemId!: string;
  @Id() planRevisionId!: string;
  @OneOf(COAT_LOOK_IDS) look!: CoatLookId;
  @IsBoolean() isRight!: boolean;
  @Optional() @Text(2000) note?: string;
}

export class HoldBodyDto extends EntryBodyDto {
  declare kind: 'hold';
  @Text(200) workItemId!: string;
  @Id() planRevisionId!: string;
  @OneOf(['released', 'refused']) verdict!: 'released' | 'refused';
  @Optional() @Text(1000) reason?: string;
  @Optional() @Nested(() => GlassSignatureDto) glass?: GlassSignatureDto;
  @Optional() @Text(2000) note?: string;
}

export class RedoneBodyDto extends EntryBodyDto {
  declare kind: 'redone';
  @Text(200) workItemId!: string;
  @Id() planRevisionId!: string;
  @Text(1000) note!: string;
}

export class GasBodyDto extends EntryBodyDto {
  declare kind: 'gas';
  @Id() spaceId!: string;
  @Given() @Nested(() => GasReadingDto) reading!: GasReadingDto;
  @Optional() @Text(2000) note?: string;
}

export class RescueBodyDto extends EntryBodyDto {
  declare kind: 'rescue';
  @Id() spaceId!: string;
  @Text(500) out!: string;
  @Text(500) call!: string;
  @Optional() @Text(2000) note?: string;
}

export class InsideBodyDto extends EntryBodyDto {
  declare kind: 'inside';
  @Id() spaceId!: string;
  @Text(120) name!: string;
  @OneOf(['in', 'out']) went!: 'in' | 'out';
  @Optional() @Text(120) watcher?: string;
  @Optional() @Text(2000) note?: string;
}

export class AloneBodyDto extends EntryBodyDto {
  declare kind: 'alone';
  @OneOf(['begun', 'well', 'ended']) state!: 'begun' | 'well' | 'ended';
  @Optional() @Whole(5, 60) everyMin?: number;
  @Optional() @Text(2000) note?: string;
}

/** What can hurt somebody at a day's work: by the work and its products, and by the places where it is done. */
export class TalkBodyDto extends EntryBodyDto {
  declare kind: 'talk';
  @SomeOf([...new Set<string>([...WORK_HAZARDS, ...CARE_IDS])]) cautions!: string[];
  @Names(60) heard!: string[];
  @Optional() @NestedList(() => ShownCardDto, 600) cards?: ShownCardDto[];
  @Optional() @Text(2000) note?: string;
}

export class DiaryBodyDto extends EntryBodyDto {
  declare kind: 'diary';
  @Day() day!: string;
  @Text(4000) word!: string;
  @Optional() @Text(1000) visitors?: string;
  @Optional() @Text(1000) delays?: string;
  @Optional() @Text(2000) note?: string;
}

export class PhotoBodyDto extends EntryBodyDto {
  declare kind: 'photo';
  @Text(200) workItemId!: string;
  @Id() planRevisionId!: string;
  @Id() photoId!: string;
  @Sha256() originalSha256!: string;
  @OneOf([...PHOTO_OF]) of!: PhotoOf;
  @Optional() @Text(2000) note?: string;
}

/** The readings of a test, by its kind. */
const TEST_RESULT = byKind(TEST_RESULT_FIELDS);

export class TestBodyDto extends EntryBodyDto {
  declare kind: 'test';
  @Id() faceId!: string;
  @Id() planRevisionId!: string;
  @Text(40) testId!: string;
  @Given() @OfField(TEST_RESULT) result!: TestResult;
  @Optional() @Text(120) instrument?: string;
  @Optional() @Day() calibratedOn?: string;
  @Optional() @Text(200) witness?: string;
  @Optional() @Text(200) weather?: string;
  @Optional() @Id() mendId?: string;
  @Optional() @Text(2000) note?: string;
}

export class SignBodyDto extends EntryBodyDto {
  declare kind: 'sign';
  @OneOf([...SIGN_ROLES]) role!: SignRole;
  @Given() @Nested(() => CoveredDto) covers!: CoveredDto;
  @Sha256() fingerprint!: string;
  @Optional() @Nested(() => GlassSignatureDto) glass?: GlassSignatureDto;
  @Optional() @Text(2000) note?: string;
}

export class UnsignBodyDto extends EntryBodyDto {
  declare kind: 'unsign';
  @Id() signId!: string;
  @Text(1000) reason!: string;
  @Optional() @Text(2000) note?: string;
}

export class VisitBodyDto extends EntryBodyDto {
  declare kind: 'visit';
  @Id() faceId!: string;
  @OneOf([...VISIT_WHYS]) why!: VisitWhy;
  @OneOf([...VISIT_WETS]) wet!: VisitWet;
  @SomeOrNone(VOIDED_BY) found!: VoidedBy[];
  @Optional() @Day() seenOn?: string;
  @Optional() @Day() toldOn?: string;
  @Optional() @Text(2000) note?: string;
}

export class WithdrawnBodyDto extends EntryBodyDto {
  declare kind: 'withdrawn';
  @Optional() @Text(2000) note?: string;
}

export class LogEntryDto {
  @Id() id!: string;
  @Id() jobId!: string;
  @Id() deviceId!: string;
  @Whole(1, 100_000_000) deviceSeq!: number;
  @Sha256() prevHash!: string;
  @Id() personId!: string;
  @Text(120) personName!: string;
  @Time() occurredAt!: string;
  @Time() writtenAt!: string;
  @Optional() @Whole(-4_000_000_000, 4_000_000_000) clockAheadS?: number;
  @Optional() @Id() supersedes?: string;
  /** wanted where the corrected entry is somebody else's */ @Optional() @Text(1000) supersedesReason?: string;
  @Given()
  @Nested(() => EntryBodyDto, ENTRY_KINDS.map((kind): [string, new () => object] => [kind, KINDS[kind]()]))
  body!:
    StartBodyDto | FinishBodyDto | ReadingBodyDto | NoteBodyDto | CareBodyDto | MixBodyDto | PailBodyDto | FilmBodyDto | WithdrawnBodyDto;
  @Sha256() hash!: string;
  /** the device's signature over `hash`, base64url; null from a device that holds no key */
  @OrNull() @Text(512) signature!: string | null;
}

export class ReceiptDto {
  @Id() entryId!: string;
  @Whole(1, 100_000_000) receiptSeq!: number;
  @Time() receivedAt!: string;
  @Sha256() prevReceiptHash!: string;
  @Sha256() receiptHash!: string;
  /** which server's key signed `receiptHash`; none from before servers held keys */ @Optional() @Text(64) keyId?: string;
  @Optional() @Text(512) signature?: string;
}

export class LogLineDto {
  @Given() @Nested(() => LogEntryDto) entry!: LogEntryDto;
  @Given() @Nested(() => ReceiptDto) receipt!: ReceiptDto;
  /** when its device was told lost, where the line was received after that */ @Optional() @Time() deviceRevokedAt?: string;
  /** when it came into the exporting server with a file, rather than from a device */ @Optional() @Time() importedAt?: string;
}
