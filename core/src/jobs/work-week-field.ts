import { list, number, optional, record } from '../fields/index.js';

/** Of more gangs than these nobody at one site sees who is where. */
export const MOST_GANGS = 6;

const SHIFT = {
  days: list(number('', { min: 0, max: 6, whole: true }), 7),
  fromHour: number('h', { min: 0, max: 23.75 }),
  hours: number('h', { min: 1, max: 16 }),
};

/** When one person works. */
export const PERSON_WEEK_FIELD = record(SHIFT);

export const WORK_WEEK_FIELD = record({
  ...SHIFT,
  pause: optional(record({ fromHour: number('h', { min: 0, max: 23.75 }), minutes: number('min', { min: 5, max: 180 }) })),
  gangs: optional(number('', { min: 1, max: MOST_GANGS, whole: true })),
});
