import { DAY_MS, HOUR_MS } from '../quantities/index.js';

/**
 * What simulated instruments show: stand-ins with the behaviour of the real ones, fed with the time and a jitter from −1 to 1 by
 * their caller, so that every trace can be repeated. None of it is a measurement.
 */

/** A probe sealed into its hole: the air in there nears the slab's humidity exponentially, as any sensor of first order does. */
export function probeRhPct(sinceS: number, at: { startPct: number; slabPct: number; timeConstantS: number }): number {
  return at.slabPct + (at.startPct - at.slabPct) * Math.exp(-Math.max(0, sinceS) / at.timeConstantS);
}

/** Steady once it would move less than this much in the time that is still to come. */
export const STEADY_PCT = 0.3;

export function isProbeSteady(sinceS: number, at: { startPct: number; slabPct: number; timeConstantS: number }): boolean {
  return Math.abs(probeRhPct(sinceS, at) - at.slabPct) <= STEADY_PCT;
}

/** Digits of a pin meter up a wall wetted from its foot: they fall off with height, and no two contacts are alike. */
export function meterDigits(heightM: number, jitter: number): number {
  return Math.max(0, Math.round(12 + 78 * Math.exp(-Math.max(0, heightM) / 0.7) + 4 * jitter));
}

export interface Weather {
  airC: number;
  relativeHumidityPct: number;
  surfaceC: number;
}

/** A cellar's air through the day: warmest in the afternoon, driest then, the wall slower and cooler than the air. */
export function weatherAt(atMs: number, jitter: number): Weather {
  const afternoon = Math.cos(2 * Math.PI * (atMs / DAY_MS - 15 / 24));
  const airC = 14 + 2.5 * afternoon + 0.1 * jitter;
  return { airC: tenth(airC), relativeHumidityPct: tenth(72 - 8 * afternoon + 0.4 * jitter), surfaceC: tenth(11.5 + 0.6 * afternoon) };
}

export interface OutdoorWeather {
  airC: number;
  humidityPct: number;
  rainMm: number;
  windMS: number;
}

/** Fronts come by every few days, showers within them; both from periods that never meet again, so that no two weeks are alike. */
const FRONT_H = 71;
const SHOWER_H = 13.7;
const GUST_H = 29.3;

/** A temperate yard through the year: warm in July, warmest in the afternoon, wet where a front and a shower meet. */
export function outdoorsAt(atMs: number): OutdoorWeather {
  const wave = (periodH: number, lagH = 0) => Math.sin((2 * Math.PI * (atMs / HOUR_MS - lagH)) / periodH);
  const season = Math.cos(2 * Math.PI * (atMs / DAY_MS / 365.2425 - 0.55));
  const afternoon = Math.cos(2 * Math.PI * (atMs / DAY_MS - 15 / 24));
  const front = wave(FRONT_H) * 0.6 + wave(SHOWER_H, 3) * 0.4;
  const rainMm = front > 0.5 ? (front - 0.5) * 6 : 0;
  return {
    airC: tenth(9 + 9 * season + 4 * afternoon * (rainMm > 0 ? 0.4 : 1) - 2 * front),
    humidityPct: tenth(Math.min(98, 72 - 12 * afternoon + 18 * Math.max(0, front))),
    rainMm: tenth(rainMm),
    windMS: tenth(4 + 3 * wave(GUST_H) + 3 * Math.max(0, front)),
  };
}

/** Period of the principal lunar semidiurnal tide M2, h (tide tables everywhere; Doodson 1921). */
export const M2_PERIOD_H = 12.4206012;

/** Water in a standpipe by a tidal basin: the tide, damped by the ground. */
export function tidalLevelM(atMs: number, { meanM, amplitudeM }: { meanM: number; amplitudeM: number }): number {
  return Math.round((meanM + amplitudeM * Math.sin((2 * Math.PI * atMs) / (M2_PERIOD_H * HOUR_MS))) * 1000) / 1000;
}

/** Weight in the bucket under a steady leak, as a scale with steps of 1 g shows it, mL. */
export function bucketMl(sinceS: number, mlPerMin: number): number {
  return Math.floor((Math.max(0, sinceS) * mlPerMin) / 60);
}

/** What a free surface gives off in a day of this weather, mm. */
const EVAPORATES_MM_DAY = 2.4;

/** A tank or pond that loses so much a day, and the pan beside it, h after a midnight: the sun takes most of it at noon from both. */
export function pondAt(
  h: number,
  { startMm, lossMmPerDay }: { startMm: number; lossMmPerDay: number },
): { levelMm: number; evaporationMm: number } {
  const days = h / 24;
  const evaporationMm = tenth(EVAPORATES_MM_DAY * (days - Math.sin(2 * Math.PI * days) / (2 * Math.PI)));
  return { levelMm: tenth(startMm - lossMmPerDay * days - evaporationMm), evaporationMm };
}

/** Force at which a dolly lets go, N: no two places of a coat are alike, the same place always is. */
export function pullN(place: number, { dollyMm, strengthMPa }: { dollyMm: number; strengthMPa: number }): number {
  // the golden ratio never repeats itself
  const scatter = ((place + 1) * 0.6180339887) % 1;
  return Math.round(strengthMPa * (0.85 + 0.4 * scatter) * Math.PI * (dollyMm / 2) ** 2);
}

function tenth(value: number): number {
  // no −0: it is written and read as 0
  return Math.round(value * 10) / 10 + 0;
}

const HOURS_OF_MONTH = 30 * 24;

/** What the yard's months usually are, January to December: means of the same year of weather, and how far day and night swing about them. */
export function usualOutdoors(year: number): { airC: number; swingC: number; humidityPct: number }[] {
  return Array.from({ length: 12 }, (_, month) => {
    const hours = Array.from({ length: HOURS_OF_MONTH }, (_, h) => outdoorsAt(Date.UTC(year, month, 1) + h * HOUR_MS));
    const mean = (of: (hour: OutdoorWeather, h: number) => number) => hours.reduce((sum, hour, h) => sum + of(hour, h), 0) / hours.length;
    // the part of it that goes with the hour of the day, warmest at three
    const swingC = 2 * mean(({ airC }, h) => airC * Math.cos((2 * Math.PI * (h - 15)) / 24));
    return { airC: tenth(mean(({ airC }) => airC)), swingC: tenth(swingC), humidityPct: tenth(mean(({ humidityPct }) => humidityPct)) };
  });
}
