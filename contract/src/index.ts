export { checkShape } from './check-shape.js';
export {
  AddLevelsPayloadDto,
  AddReadingsPayloadDto,
  COMMAND_KINDS,
  CommandDto,
  ReleasePayloadDto,
  RemovePayloadDto,
  itemChangeOf,
  payloadClass,
  permissionFor,
  readCommand,
} from './commands.js';
export type { Command, CommandKind, CommandOutcome, ItemChange, Payloads, Saying } from './commands.js';
export {
  BuildUpDto,
  FaceDto,
  FeatureDto,
  JobHeadDto,
  PhotoDto,
  PourDto,
  ReadingDto,
  SpaceDto,
  WaterBodyDto,
  WaterLevelDto,
} from './items.js';
export type { JobSummary } from './job-summary.js';
export { AddProductsDto, HouseRulesDto } from './house.js';
export type { HouseAnswer } from './house.js';
export { JOB_FILE_FORMAT, JOB_FILE_VERSION, JobFileDto, PlanRevisionDto } from './job-file.js';
export {
  ConditionsDto,
  EnrolDeviceDto,
  FinishBodyDto,
  LogEntryDto,
  LogKeysDto,
  LogLineDto,
  NoteBodyDto,
  ReadingBodyDto,
  StartBodyDto,
} from './log.js';
export { ChangePasswordDto, CodeDto, PERMISSIONS, PasswordDto, ResetPasswordDto, SignInDto } from './people.js';
export type { Colleague, Permission, Role, SecurityEventAnswer, SessionInfo, Standing } from './people.js';
export { upgradeJobFile } from './upgrade-job-file.js';
export { stockMoveClass } from './stock.js';
export type { StoresAnswer } from './stock.js';
