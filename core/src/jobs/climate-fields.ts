import { type ShapeOf, choice, id, list, number, optional, record, text } from '../fields/index.js';

/** How wet the surfaces of a room are on the whole: so much of them gives off vapour like open water. */
export const ROOM_WETNESS = ['dry', 'damp', 'wet'] as const;

/** What stands in a room, or is brought into it, that makes its air. */
const ROOM_FIELDS = {
  spaceId: id(),
  /** of air; by its faces where it is not given */ airM3: optional(number('m³', { min: 0.5, max: 1_000_000 })),
  airChangesPerH: number('/h', { min: 0, max: 50 }),
  /** nobody looked: damp */ wetness: optional(choice(ROOM_WETNESS)),
  heater: optional(record({ kW: number('kW', { above: 0, max: 1000 }), toC: number('°C', { min: 0, max: 40 }) })),
  /** takes so much a day by its plate */
  dryer: optional(
    record({
      lPerDay: number('L/day', { above: 0, max: 5000 }),
      toPct: number('%', { min: 20, max: 95 }),
      kW: number('kW', { above: 0, max: 100 }),
    }),
  ),
};

const MOST_ROOMS = 500;

export const CLIMATE_FIELD = record({
  /** behind walls and under floors */ groundC: optional(number('°C', { min: -5, max: 30 })),
  /** minor units of the job's currency */ energyMinorPerKWh: optional(number('money', { min: 0, max: 100_000 })),
  rooms: list(record(ROOM_FIELDS), MOST_ROOMS, 0),
});

/** What the air outdoors usually is, from January to December: means, and by how much day and night swing about them. */
export const USUAL_MONTHS_FIELD = record({
  source: text(120),
  months: list(
    record({
      airC: number('°C', { min: -60, max: 50 }),
      swingC: number('K', { min: 0, max: 20 }),
      humidityPct: number('%', { min: 0, max: 100 }),
    }),
    12,
    12,
  ),
});

export type Climate = ShapeOf<{ of: typeof CLIMATE_FIELD }>['of'];
export type RoomClimate = Climate['rooms'][number];
export type UsualMonths = ShapeOf<{ of: typeof USUAL_MONTHS_FIELD }>['of'];
