import { list, number, optional, record, text, time } from '../fields/index.js';

/** Three weeks: beyond them no forecast is one. */
export const MOST_FORECAST_H = 504;

export const FORECAST_FIELD = record({
  source: text(120),
  madeAt: time(),
  hours: list(
    record({
      at: time(),
      airC: number('°C', { min: -60, max: 60 }),
      humidityPct: optional(number('%', { min: 0, max: 100 })),
      rainMm: optional(number('mm', { min: 0, max: 500 })),
      windMS: optional(number('m/s', { min: 0, max: 100 })),
    }),
    MOST_FORECAST_H,
    1,
  ),
});
