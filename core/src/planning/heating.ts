import type { HourAhead } from './hours-ahead.js';
import { type RoomAhead, type RoomsFrom, roomsAhead } from './rooms-ahead.js';

/** What it takes to have every wall of a room so warm, as far as the hours ahead are told. */
export interface Heating {
  spaceId: string;
  /** of the air, to which the heater is set, °C; none where no air that people can work in warms the walls so far */ airC:
    number | undefined;
  /** more than is used as it stands */ kWh: number;
}

/** Warmer air than this nobody works in; own judgement. */
const MOST_AIR_C = 35;
/** A heater that is never the limit, kW. */
const AMPLE_KW = 1000;
/** So near a setting is found, K. */
const NEAR_K = 0.1;
/** Walls take so long to follow a heater: the hours before are left out of the mean, h. */
const SWING_H = 24;

/**
 * Of every room whose climate was told: the air in which its coldest surface is `toC` on the mean after the first day, and the heat for it
 * until `untilMs`. By the balance of `roomClimate`, with a heater that is large enough.
 */
export function heatingFor(from: RoomsFrom, outside: readonly HourAhead[], { toC, untilMs }: { toC: number; untilMs: number }): Heating[] {
  const hours = outside.filter(({ atMs }) => atMs < untilMs);
  return roomsAhead(from, hours).map((asItStands): Heating => {
    const { spaceId } = asItStands;
    const heated = (airC: number) => withHeater(from, hours, { spaceId, airC });
    let [low, high] = [toC, MOST_AIR_C];
    if (coldestC(heated(high)) < toC) return { spaceId, airC: undefined, kWh: 0 };
    while (high - low > NEAR_K) {
      const middle = (low + high) / 2;
      if (coldestC(heated(middle)) < toC) low = middle;
      else high = middle;
    }
    return { spaceId, airC: high, kWh: Math.max(0, kWhOf(heated(high)) - kWhOf(asItStands)) };
  });
}

function withHeater(from: RoomsFrom, hours: readonly HourAhead[], { spaceId, airC }: { spaceId: string; airC: number }): RoomAhead {
  const climate = from.job.climate!;
  const rooms = climate.rooms.filter((room) => room.spaceId === spaceId).map((room) => ({ ...room, heater: { kW: AMPLE_KW, toC: airC } }));
  return roomsAhead({ ...from, job: { climate: { ...climate, rooms } } }, hours)[0]!;
}

const kWhOf = ({ hours }: RoomAhead): number => hours.reduce((sum, { heaterKWh }) => sum + heaterKWh, 0);

/** Mean of the coldest surface once the walls have followed. */
function coldestC({ hours, faceIds }: RoomAhead): number {
  const counted = hours.length > 2 * SWING_H ? hours.slice(SWING_H) : hours.slice(Math.floor(hours.length / 2));
  const means = faceIds.map((_, i) => counted.reduce((sum, { surfacesC }) => sum + surfacesC[i]! / counted.length, 0));
  return Math.min(...means);
}
