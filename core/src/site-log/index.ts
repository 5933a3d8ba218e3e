export { DEW_MARGIN_C } from '../physics/index.js';
export { checkEntry, dewMargin, wantsAir } from './check-entry.js';
export type { EntryIsAbout } from './check-entry.js';
export { breachesOf } from './start-gate.js';
export type { Breach, BreachCode } from './start-gate.js';
export { CURE_WAYS } from './cure-ways.js';
export type { CureWay } from './cure-ways.js';
export { GLASS_PATH, glassPath, isWritten } from './glass.js';
export type { Stroke } from './glass.js';
export {
  FIRST_LINK,
  PHOTO_OF,
  SIGN_ROLES,
  VISIT_WETS,
  VISIT_WHYS,
  entryHash,
  findBrokenLink,
  hashOf,
  sealEntry,
  sealReceipt,
} from './entry.js';
export type {
  BrokenLink,
  Conditions,
  EntryBody,
  FilmReading,
  GasReading,
  GlassSignature,
  ShownCard,
  LogEntry,
  LogLine,
  PhotoOf,
  Receipt,
  SignRole,
  VisitWet,
  VisitWhy,
} from './entry.js';
export { timeMarks } from './marks.js';
export type { TimeMark } from './marks.js';
export { careLeft, dayStart } from './daily-care.js';
export type { CareTicked } from './daily-care.js';
export { heldUntilMs, isPlug } from './pail-times.js';
export { usedByBatch } from './used-by-batch.js';
export { qualifiedIn } from './cards.js';
export type { Qualified } from './cards.js';
export { foldLog } from './fold.js';
export { entriesInForce } from './in-force.js';
export type { Measurement, Pail, SiteState, WorkPhoto, WorkDone } from './fold.js';
export { cureState } from './cure-state.js';
export type { CureRound } from './cure-state.js';
export { aloneOf, aloneState } from './alone.js';
export type { Alone } from './alone.js';
export { talkOf } from './talk.js';
export type { Talk } from './talk.js';
export { GASES, GAS_GOOD_FOR_MS, GAS_LIMITS, airBeforeStartMs, confinedAt, gasAlarms, isRescueSaid, mayNotEnter } from './confined.js';
export type { ConfinedState, Gas, GasAlarm } from './confined.js';
export { handsOfDay } from './hands-of-day.js';
export { isHiddenSeen, isLetGo, isOwnLook, isRefused, verdictOf } from './holds.js';
export type { Doer, HoldVerdict } from './holds.js';
export { filmWalk } from './film-walk.js';
export { pailTimes } from './pail-times.js';
export type { PailTimes } from './pail-times.js';
export { isWithdrawnInTime, mayWithdraw } from './may-withdraw.js';
export { nearestMeasurement } from './nearest-measurement.js';
export { dewWorking } from './dew-working.js';
export { COAT_LOOK_IDS, type CoatLookId } from './coat-look-ids.js';
export { COAT_LOOKS, coatLooksDue } from './coat-looks.js';
export type { CoatLook, CoatLookDue, CoatWork } from './coat-looks.js';
export { HOT_WORK_RULES, hotWorkOf } from './hot-work.js';
export type { HotWork } from './hot-work.js';
