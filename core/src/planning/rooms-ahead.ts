import {
  type Climate,
  type Face,
  type JobHead,
  type RoomClimate,
  type Substrate,
  isLevelFace,
  levelRange,
  netAreaM2,
} from '../jobs/index.js';
import { type RoomHour, type RoomSurface, roomClimate } from '../physics/index.js';
import type { TemperatureAt } from '../programme/index.js';
import type { HourAhead } from './hours-ahead.js';

/** A room whose air somebody wants to know, hour by hour. */
export interface RoomAhead {
  spaceId: string;
  airM3: number;
  /** of its surfaces, in their order */ faceIds: string[];
  hours: (RoomHour & { atMs: number; isUsual: boolean })[];
}

/** What rooms are reckoned by, where nobody measured it. */
export const ROOM_RULES = {
  /** W/(m K): EN ISO 10456 and EN 1745, from memory; old walls of rubble as stone and mortar together */
  conductsWPerMK: { 'cast-concrete': 2, precast: 2, block: 1.1, brick: 0.8, rubble: 1.7, screed: 1.4, render: 1 } satisfies Record<
    Substrate,
    number
  >,
  /** of dense mineral walls, kJ/(m³ K): EN ISO 10456, from memory */
  storesKJPerM3K: 2000,
  /** so deep a wall swings with its room in a day, m (EN ISO 13786) */
  swingsDeepM: 0.1,
  /** of the ground behind a wall, m² K/W: own judgement */
  groundM2KPerW: 1,
  /** of the air along a wall outdoors, m² K/W (EN ISO 6946) */
  outdoorsM2KPerW: 0.04,
  /** a cellar's ground where nobody says otherwise, °C; common practice, no source */
  usualGroundC: 10,
  /** of a surface that gives off vapour like open water, by how wet it is; own judgement, no source */
  wetShare: { dry: 0.002, damp: 0.02, wet: 0.2 } satisfies Record<NonNullable<RoomClimate['wetness']>, number>,
  /** where a forecast says nothing of humidity, %: what is not known is not taken for dry; own judgement */
  untoldHumidityPct: 85,
} as const;

export interface RoomsFrom {
  job: Pick<JobHead, 'climate'>;
  faces: readonly Face[];
  /** by face, as measured */ wallsC: ReadonlyMap<string, readonly TemperatureAt[]>;
}

/** Every room of the job whose climate was told and whose air can be reckoned. */
export function roomsAhead({ job: { climate }, faces, wallsC }: RoomsFrom, outside: readonly HourAhead[]): RoomAhead[] {
  if (!climate || outside.length === 0) return [];
  return climate.rooms.flatMap((room): RoomAhead[] => {
    const own = faces.filter(({ spaceId, near }) => spaceId === room.spaceId && near.kind === 'room');
    const airM3 = room.airM3 ?? airOf(own);
    if (airM3 === undefined || own.length === 0) return [];
    const groundC = climate.groundC ?? ROOM_RULES.usualGroundC;
    const air = outside.map(({ airC, humidityPct = ROOM_RULES.untoldHumidityPct }) => ({ airC, humidityPct }));
    const meanC = air.slice(0, 24).reduce((sum, { airC }, _, { length }) => sum + airC / length, 0);
    const startC = own.map(({ id, far }) => wallsC.get(id)?.at(-1)?.temperatureC ?? (far.kind === 'open-air' ? meanC : groundC));
    const hours = roomClimate({ airM3, surfaces: own.map((face) => surfaceOf(face, room)) }, servicesOf(room), {
      ...{ outside: air, groundC, startC },
    });
    return [
      {
        ...{ spaceId: room.spaceId, airM3, faceIds: own.map(({ id }) => id) },
        hours: hours.map((hour, i) => ({ ...hour, atMs: outside[i]!.atMs, isUsual: outside[i]!.isUsual })),
      },
    ];
  });
}

/** Of a room with a floor its area times how high its walls stand, of a shaft or a tunnel what its lining is round; undefined where neither was surveyed. */
export function airOf(faces: readonly Face[]): number | undefined {
  // each strip of a lining is the base of a wedge that ends in the axis
  const round = faces.reduce(
    (sum, face) => sum + (face.placement.kind === 'cylinder' ? (netAreaM2(face) * face.placement.radiusM) / 2 : 0),
    0,
  );
  if (round > 0) return round;
  const floorM2 = faces.filter((face) => face.kind === 'slab' && isLevelFace(face)).reduce((sum, face) => sum + netAreaM2(face), 0);
  const heights = faces
    .filter(({ kind }) => kind === 'wall')
    .map(levelRange)
    .map(({ bottomM, topM }) => topM - bottomM);
  if (floorM2 === 0 || heights.length === 0) return undefined;
  return floorM2 * (heights.reduce((sum, each) => sum + each, 0) / heights.length);
}

function surfaceOf(face: Face, { wetness = 'damp' }: RoomClimate): RoomSurface {
  const areaM2 = netAreaM2(face);
  const thickM = face.thicknessMm / 1000;
  const behind = BEHIND[face.far.kind];
  const halfM2KW = thickM / 2 / ROOM_RULES.conductsWPerMK[face.substrate];
  const beyondM2KW = face.far.kind === 'ground' ? ROOM_RULES.groundM2KPerW : face.far.kind === 'open-air' ? ROOM_RULES.outdoorsM2KPerW : 0;
  return {
    ...{ areaM2, behind, wetM2: areaM2 * ROOM_RULES.wetShare[wetness] },
    storesKJPerM2K: ROOM_RULES.storesKJPerM3K * Math.min(ROOM_RULES.swingsDeepM, thickM / 2),
    behindWPerM2K: behind === 'none' ? 0 : 1 / (halfM2KW + beyondM2KW),
  };
}

/** A tank's water is about as warm as the ground; the next room is taken to be as warm as this one. */
const BEHIND: Readonly<Record<Face['far']['kind'], RoomSurface['behind']>> = {
  ground: 'ground',
  tank: 'ground',
  'open-air': 'outside',
  room: 'none',
};

const servicesOf = ({ airChangesPerH, heater, dryer }: Climate['rooms'][number]) => ({
  airChangesPerH,
  ...(heater ? { heater } : {}),
  ...(dryer ? { dryer } : {}),
});
