import type { Forecast, JobModel, RoomClimate } from '../jobs';
import { netAreaM2 } from '../jobs';
import { HOUR_MS } from '../quantities';
import { sampleJob } from '../testing/sample-job';
import { ROOM_RULES, heatingFor, hoursAhead } from './index';

const NOW = Date.parse('2026-01-12T06:00:00Z');
const forecast = (airC: number, count = 480): Forecast => ({
  ...{ source: 'test', madeAt: new Date(NOW).toISOString() },
  hours: Array.from({ length: count }, (_, h) => ({ at: new Date(NOW + h * HOUR_MS).toISOString(), airC, humidityPct: 70 })),
});
const heating = (part: Partial<RoomClimate>, toC: number, hours = 480, airC = -5) => {
  const sample = sampleJob();
  const climate = { groundC: 9, rooms: [{ spaceId: 'room', airChangesPerH: 0.5, ...part }] };
  const model: JobModel = { ...sample, job: { ...sample.job, climate, forecast: forecast(airC) } };
  return heatingFor({ ...model, wallsC: new Map() }, hoursAhead(model.job), { toC, untilMs: NOW + hours * HOUR_MS });
};

test('warmer walls, more air and more days take more heat; the air is warmer than the walls that it warms', () => {
  const [fifteen] = heating({}, 15);
  expect(fifteen!.airC).toBeGreaterThan(15);
  expect(heating({}, 18)[0]!.kWh).toBeGreaterThan(fifteen!.kWh * 1.2);
  expect(heating({ airChangesPerH: 2 }, 15)[0]!.kWh).toBeGreaterThan(fifteen!.kWh * 1.1);
  expect(heating({}, 15, 240)[0]!.kWh).toBeLessThan(fifteen!.kWh * 0.6);
});

// by hand: every wall stands before the ground at 9 °C and is 15 °C inside; what flows into the ground and leaves with the air is what the
// heater gives (EN 12831's sum of transmission and ventilation)
test('day for day it is what flows through the walls and leaves with the air', () => {
  const sample = sampleJob();
  const [weeks] = heating({ airChangesPerH: 1 }, 15, 480);
  const [week] = heating({ airChangesPerH: 1 }, 15, 240);
  const perDay = (weeks!.kWh - week!.kWh) / 10;
  const faces = sample.faces.filter(({ near }) => near.kind === 'room');
  const throughW = faces.reduce((sum, face) => {
    if (face.far.kind !== 'ground') return sum;
    const wallM2KW = face.thicknessMm / 2000 / ROOM_RULES.conductsWPerMK[face.substrate] + ROOM_RULES.groundM2KPerW;
    return sum + (netAreaM2(face) * (15 - 9)) / wallM2KW;
  }, 0);
  // 30 m³ once an hour, 0.335 Wh/(m³ K)
  const airW = 30 * 0.335 * (weeks!.airC! + 5);
  const byHand = ((throughW + airW) * 24) / 1000;
  expect(perDay / byHand).toBeGreaterThan(0.9);
  expect(perDay / byHand).toBeLessThan(1.15);
});

test('what a heater that stands there uses already is not told again; a room that no bearable air warms says so', () => {
  const [bare] = heating({}, 15);
  const [helped] = heating({ heater: { kW: 2, toC: 13 } }, 15);
  expect(helped!.kWh).toBeLessThan(bare!.kWh);
  expect(heating({}, 34)[0]).toMatchObject({ airC: undefined });
});

test('of rooms of which nobody told anything, and without a forecast, nothing is reckoned', () => {
  const sample = sampleJob();
  expect(
    heatingFor({ ...sample, wallsC: new Map() }, hoursAhead({ ...sample.job, forecast: forecast(0) }), { toC: 15, untilMs: Infinity }),
  ).toEqual([]);
  const climate = { rooms: [{ spaceId: 'room', airChangesPerH: 0.5 }] };
  expect(heatingFor({ ...sample, job: { ...sample.job, climate }, wallsC: new Map() }, [], { toC: 15, untilMs: Infinity })).toEqual([]);
});
