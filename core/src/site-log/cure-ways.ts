/** Ways of keeping a face wet. */
export const CURE_WAYS = ['mist', 'pond', 'cover'] as const;
export type CureWay = (typeof CURE_WAYS)[number];
