export { checkShape } from './check-shape.js';
export { COMMAND_KINDS, CommandDto, ReleasePayloadDto, itemChangeOf, payloadClass, permissionFor, readCommand } from './commands.js';
export { EnrolDeviceDto, LogKeysDto } from './log-keys.js';
export type { DeviceAnswer } from './log-keys.js';
export type { ItemChange, Command, CommandKind, CommandOutcome, Payloads, Saying } from './commands.js';
export { BuildUpDto, FaceDto, FeatureDto, JobHeadDto, PourDto, ReadingDto, SpaceDto, WaterLevelDto } from './items.js';
export type { JobOutlookAnswer, StoreOutlookAnswer } from './job-outlook.js';
export { CopyJobDto, JOB_STATES, JobStateDto } from './job-admin.js';
export type { JobState } from './job-admin.js';
export type { JobSummary } from './job-summary.js';
export { AddProductsDto, HouseRulesDto } from './house.js';
export type { HouseAnswer } from './house.js';
export { bookingsOf } from './bookings.js';
export type { BookingAnswer } from './bookings.js';
export { JOB_FILE_FORMAT, JOB_FILE_VERSION, JobFileDto } from './job-file.js';
export {
  CareBodyDto,
  FilmBodyDto,
  FinishBodyDto,
  LogEntryDto,
  NoteBodyDto,
  DiaryBodyDto,
  TalkBodyDto,
  GasBodyDto,
  HotBodyDto,
  LookBodyDto,
  InsideBodyDto,
  RescueBodyDto,
  ReadingBodyDto,
  SignBodyDto,
  StartBodyDto,
  TestBodyDto,
  UnsignBodyDto,
  HoldBodyDto,
  RedoneBodyDto,
  VisitBodyDto,
} from './log.js';
export {
  AcceptInvitationDto,
  ChangePasswordDto,
  CodeDto,
  InvitationTokenDto,
  InviteDto,
  LEAST_PASSWORD,
  PERMISSIONS,
  PasswordDto,
  ROLES,
  ResetPasswordDto,
  RoleDto,
  SignInDto,
  isOutsider,
} from './people.js';
export type {
  Colleague,
  InvitationOffer,
  OpenInvitation,
  PeopleAnswer,
  Permission,
  Role,
  SecurityEventAnswer,
  SessionInfo,
  Standing,
} from './people.js';
export { INCIDENT_KINDS, IncidentDto } from './incidents.js';
export type { Incident, IncidentKind } from './incidents.js';
export { MakePlateDto, RenewPlateDto } from './plates.js';
export type { Plate, PublicPlate } from './plates.js';
export { SealBundleDto } from './bundles.js';
export { PAPERS, PRINT_PARTS, PrintDto } from './prints.js';
export type { PrintAnswer, PrintedPage, PrintedRecord } from './prints.js';
export { ProgrammeSearchDto } from './programme-search.js';
export type { ProgrammeSearchAnswer } from './programme-search.js';
export { upgradeJobFile } from './upgrade-job-file.js';
export { WaitingFileDto } from './waiting-file.js';
export { AskToSignDto, CODE_DIGITS, OpenSigningDto, SIGNING_STATES, SigningTokenDto } from './signing-links.js';
export type { MadeSigningLink, OpenedSigning, SigningLink, SigningOffer } from './signing-links.js';
export { stockMoveClass } from './stock.js';
export type { StoresAnswer } from './stock.js';
export { EnrolDto, LEAST_PIN, MOST_PIN, NewPinDto, OpenDrawerDto, PIN_TRIES, isEasyPin } from './drawers.js';
export type { Enrolled, EnrolmentCode, NewDrawer } from './drawers.js';
