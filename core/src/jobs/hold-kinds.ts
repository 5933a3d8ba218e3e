/**
 * Where work stops until somebody who did not do it has looked: `ready`, before the first layer goes onto what was made ready; `cover`,
 * before what lies on the coat for good hides it.
 */
export const HOLD_KINDS = ['ready', 'cover'] as const;
export type HoldKind = (typeof HOLD_KINDS)[number];
