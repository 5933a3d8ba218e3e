import { ZERO_CELSIUS_K } from '../quantities/index.js';
import { saturationPa } from './dew-point.js';

/** One surface of a room, as one layer that stores heat between the room and what lies behind it. */
export interface RoomSurface {
  areaM2: number;
  /** of what swings with the room, kJ/(m² K) */ storesKJPerM2K: number;
  /** from that layer to what lies behind; 0 where nothing flows, W/(m² K) */ behindWPerM2K: number;
  behind: 'ground' | 'outside' | 'none';
  /** of it wet enough to give off vapour like open water, m² */ wetM2: number;
}

export interface RoomServices {
  airChangesPerH: number;
  /** on until the air is as warm as this */ heater?: { kW: number; toC: number };
  /** on until the air is as dry as this; `lPerDay` as it stands on its plate */ dryer?: { lPerDay: number; toPct: number; kW: number };
}

/** The air outdoors through one hour. */
export interface OutsideAir {
  airC: number;
  humidityPct: number;
}

/** A room at the end of an hour. */
export interface RoomHour {
  airC: number;
  humidityPct: number;
  /** of each surface, °C */ surfacesC: number[];
  /** used in that hour, kWh */ heaterKWh: number;
  dryerKWh: number;
}

/** Of air at 20 °C, kg/m³ and J/(kg K). */
const AIR_KG_M3 = 1.2;
const AIR_J_KG_K = 1006;
/** From a wall's surface to the air of a room, all directions: 1/0.13 m² K/W (EN ISO 6946). */
const SURFACE_W_M2K = 7.69;
/** Of it by moving air alone: what vapour goes with (EN ISO 6946, annex on surface resistances, upright surfaces). */
const CONVECTION_W_M2K = 2.5;
/** m³ of air an hour and m² that are changed at a wet surface: heat and vapour travel alike (Lewis). */
const VAPOUR_M_PER_H = (CONVECTION_W_M2K * 3600) / (AIR_KG_M3 * AIR_J_KG_K);
/** Gas constant of water vapour, J/(kg K). */
const VAPOUR_J_KG_K = 461.5;
/** Freed as vapour turns to water at 15 °C, J/kg. */
const LATENT_J_KG = 2.466e6;
/** Air in which a plate of a drying machine is mostly read, kg/m³: 30 °C and 80 %; what it takes from drier air is less in proportion (own judgement). */
const PLATE_KG_M3 = vapourKgM3(30, 80);
const STEPS_AN_HOUR = 12;
const STEP_H = 1 / STEPS_AN_HOUR;

/** Mass of vapour in air, kg/m³. */
export function vapourKgM3(airC: number, humidityPct: number): number {
  return ((humidityPct / 100) * saturationPa(airC)) / (VAPOUR_J_KG_K * (airC + ZERO_CELSIUS_K));
}

interface State {
  surfacesC: number[];
  vapourKgM3: number;
}

/**
 * The air of a room hour by hour, from the air outdoors: heat stored in one layer of each surface, vapour that comes with the air and
 * from wet surfaces and goes with the air, onto surfaces below the dew point and into a drying machine. Air mixes at once and stores no
 * heat. A heater and a dryer with a plate run as much as they are needed.
 * Begins with `startC` at every surface (one figure each) and air as it then stays by itself.
 * Source: heat balance of one node a surface after EN ISO 52016-1, simplified; vapour after the Lewis relation.
 */
export function roomClimate(
  { airM3, surfaces }: { airM3: number; surfaces: readonly RoomSurface[] },
  services: RoomServices,
  { outside, groundC, startC }: { outside: readonly OutsideAir[]; groundC: number; startC: readonly number[] },
): RoomHour[] {
  const [first] = outside;
  if (!first) return [];
  const room = { airM3, surfaces, services, groundC };
  let state: State = { surfacesC: [...startC], vapourKgM3: vapourKgM3(first.airC, first.humidityPct) };
  // vapour settles within the hour where air changes at all: an hour of the same air without the clock
  for (let i = 0; i < STEPS_AN_HOUR; i++) state = { ...state, vapourKgM3: step(room, first, state).state.vapourKgM3 };
  return outside.map((air) => {
    let [heaterKWh, dryerKWh, airC] = [0, 0, 0];
    for (let i = 0; i < STEPS_AN_HOUR; i++) {
      const next = step(room, air, state);
      heaterKWh += next.heaterKW * STEP_H;
      dryerKWh += next.dryerKW * STEP_H;
      ({ state, airC } = next);
    }
    const humidityPct = (100 * state.vapourKgM3) / vapourKgM3(airC, 100);
    return { airC, humidityPct, surfacesC: state.surfacesC, heaterKWh, dryerKWh };
  });
}

interface Room {
  airM3: number;
  surfaces: readonly RoomSurface[];
  services: RoomServices;
  groundC: number;
}

interface Step {
  state: State;
  airC: number;
  heaterKW: number;
  dryerKW: number;
}

function step({ airM3, surfaces, services, groundC }: Room, outside: OutsideAir, { surfacesC, vapourKgM3: vapour }: State): Step {
  const { airChangesPerH, heater, dryer } = services;
  const aired = (airChangesPerH * airM3 * AIR_KG_M3 * AIR_J_KG_K) / 3600;
  const toAir = surfaces.reduce((sum, { areaM2 }) => sum + areaM2 * SURFACE_W_M2K, 0) + aired;
  const given = surfaces.reduce((sum, { areaM2 }, i) => sum + areaM2 * SURFACE_W_M2K * surfacesC[i]!, 0) + aired * outside.airC;
  const unheatedC = given / toAir;
  const drying = dryer ? dried({ airM3, dryer, airC: unheatedC, vapour }) : { kgPerH: 0, kW: 0 };
  // all that a dryer draws becomes heat, and the heat of the vapour that it takes with it
  const fromDryerW = drying.kW * 1000 + (drying.kgPerH * LATENT_J_KG) / 3600;
  const driedC = (given + fromDryerW) / toAir;
  const heaterW = heater ? Math.min(heater.kW * 1000, Math.max(0, (heater.toC - driedC) * toAir)) : 0;
  const airC = (given + fromDryerW + heaterW) / toAir;
  const behindC = { ground: groundC, outside: outside.airC, none: 0 };
  const next = surfaces.map(({ storesKJPerM2K, behindWPerM2K, behind }, i) => {
    const nowC = surfacesC[i]!;
    const flow = SURFACE_W_M2K * (airC - nowC) + (behind === 'none' ? 0 : behindWPerM2K * (behindC[behind] - nowC));
    return nowC + (flow * 3600 * STEP_H) / (storesKJPerM2K * 1000);
  });
  return {
    state: {
      surfacesC: next,
      vapourKgM3: vapourAfter({ airM3, surfaces, airChangesPerH }, { outside, surfacesC: next, vapour, airC, driedKgPerH: drying.kgPerH }),
    },
    airC,
    heaterKW: heaterW / 1000,
    dryerKW: drying.kW,
  };
}

/** What a dryer takes: less from drier air, and no more than what stands above what it is set to. */
function dried({
  airM3,
  dryer,
  airC,
  vapour,
}: {
  airM3: number;
  dryer: NonNullable<RoomServices['dryer']>;
  airC: number;
  vapour: number;
}): {
  kgPerH: number;
  kW: number;
} {
  const couldKgPerH = (dryer.lPerDay / 24) * Math.min(1, vapour / PLATE_KG_M3);
  const aboveKg = Math.max(0, vapour - vapourKgM3(airC, dryer.toPct)) * airM3;
  const kgPerH = Math.min(couldKgPerH, aboveKg / STEP_H);
  return { kgPerH, kW: couldKgPerH > 0 ? (dryer.kW * kgPerH) / couldKgPerH : 0 };
}

/** Implicit in the vapour, so that no step overshoots: with the air, from what is wet, onto what is colder than the dew point. */
function vapourAfter(
  { airM3, surfaces, airChangesPerH }: Pick<Room, 'airM3' | 'surfaces'> & Pick<RoomServices, 'airChangesPerH'>,
  at: { outside: OutsideAir; surfacesC: readonly number[]; vapour: number; airC: number; driedKgPerH: number },
): number {
  let gain = at.vapour / STEP_H + airChangesPerH * vapourKgM3(at.outside.airC, at.outside.humidityPct) - at.driedKgPerH / airM3;
  let loss = 1 / STEP_H + airChangesPerH;
  surfaces.forEach(({ areaM2, wetM2 }, i) => {
    const fullKgM3 = vapourKgM3(at.surfacesC[i]!, 100);
    const m2 = at.vapour > fullKgM3 ? areaM2 : wetM2;
    gain += (m2 * VAPOUR_M_PER_H * fullKgM3) / airM3;
    loss += (m2 * VAPOUR_M_PER_H) / airM3;
  });
  // more than air can hold is fog, and comes down
  return Math.min(gain / loss, vapourKgM3(at.airC, 100));
}
