export { DEW_MARGIN_C } from '../physics/index.js';
export { checkEntry, dewMargin } from './check-entry.js';
export { FIRST_LINK, entryHash, findBrokenLink, hashOf, sealEntry, sealReceipt } from './entry.js';
export type { BrokenLink, Conditions, EntryBody, LogEntry, LogLine, Receipt } from './entry.js';
export { timeMarks } from './marks.js';
export type { TimeMark } from './marks.js';
export { foldLog, entriesInForce } from './fold.js';
export type { SiteState, WorkDone } from './fold.js';
export { dewWorking } from './dew-working.js';
