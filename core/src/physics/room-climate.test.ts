import fc from 'fast-check';
import { type OutsideAir, type RoomServices, type RoomSurface, roomClimate, vapourKgM3 } from '.';

const CELLAR: RoomSurface[] = [
  { areaM2: 40, storesKJPerM2K: 200, behindWPerM2K: 0.77, behind: 'ground', wetM2: 0 },
  { areaM2: 20, storesKJPerM2K: 200, behindWPerM2K: 2, behind: 'outside', wetM2: 0 },
];
const AIR_M3 = 48;
const aired = { airChangesPerH: 0.5 };
const hours = (count: number, air: OutsideAir) => Array.from({ length: count }, () => air);
const run = (services: RoomServices, outside: OutsideAir[], more: { surfaces?: RoomSurface[]; groundC?: number; startC?: number } = {}) => {
  const { surfaces = CELLAR, groundC = 10, startC = groundC } = more;
  return roomClimate({ airM3: AIR_M3, surfaces }, services, { outside, groundC, startC: surfaces.map(() => startC) });
};

test('the mass of vapour in air is that of the tables: 17.3 g/m³ at 20 °C and full, 9.4 g at 10 °C (psychrometric charts, from memory)', () => {
  expect(1000 * vapourKgM3(20, 100)).toBeCloseTo(17.3, 1);
  expect(1000 * vapourKgM3(10, 100)).toBeCloseTo(9.4, 1);
  expect(1000 * vapourKgM3(20, 50)).toBeCloseTo(17.3 / 2, 1);
});

test('heated for long it takes the heat that EN 12831 adds up: through what stands outside and with the air that is changed', () => {
  const toC = 16;
  const last = run({ ...aired, heater: { kW: 50, toC } }, hours(24 * 60, { airC: 2, humidityPct: 70 })).at(-1)!;
  // 1/U = 1/7.69 + 1/behind, in steady state; air 0.34 Wh/(m³ K), as EN 12831 has it
  const uGround = 1 / (1 / 7.69 + 1 / 0.77);
  const uOutside = 1 / (1 / 7.69 + 1 / 2);
  const heatW = 40 * uGround * (toC - 10) + 20 * uOutside * (toC - 2) + 0.34 * 0.5 * AIR_M3 * (toC - 2);
  expect(last.airC).toBeCloseTo(toC, 6);
  expect(last.heaterKWh / (heatW / 1000)).toBeCloseTo(1, 2);
  expect(last.surfacesC[0]).toBeCloseTo(10 + ((toC - 10) * uGround) / 0.77, 2);
});

test('left alone it stands between ground and outdoors, and slow walls lag a swing by hours and damp it', () => {
  const outside = Array.from({ length: 24 * 40 }, (_, h) => ({ airC: 10 + 8 * Math.sin((2 * Math.PI * h) / 24), humidityPct: 60 }));
  const lastDay = run(aired, outside).slice(-24);
  const airs = lastDay.map(({ airC }) => airC);
  expect(Math.max(...airs) - Math.min(...airs)).toBeLessThan(8);
  expect(Math.max(...airs)).toBeGreaterThan(10.2);
  const warmest = airs.indexOf(Math.max(...airs));
  expect(warmest).toBeGreaterThan(6);
  expect(warmest).toBeLessThan(15);
});

test('air that is only changed takes the vapour of outdoors with it: the same grams in a warmer room are drier', () => {
  const last = run({ ...aired, heater: { kW: 50, toC: 20 } }, hours(24 * 20, { airC: 5, humidityPct: 80 }), { startC: 20, groundC: 20 }).at(
    -1,
  )!;
  expect(vapourKgM3(last.airC, last.humidityPct)).toBeCloseTo(vapourKgM3(5, 80), 5);
  // 5 °C and 80 % hold 5.4 g/m³ of the 17.3 of 20 °C
  expect(last.humidityPct).toBeCloseTo((100 * 5.44) / 17.3, 0);
});

test('a wet wall and the change of air find their balance: V n (w − w out) = β A (w full − w)', () => {
  const wet = CELLAR.map((surface, i) => ({ ...surface, behind: 'none' as const, wetM2: i === 0 ? 5 : 0 }));
  const last = run(aired, hours(24 * 10, { airC: 12, humidityPct: 70 }), { surfaces: wet, startC: 12, groundC: 12 }).at(-1)!;
  // β: 2.5 W/(m² K) over 1.2 kg/m³ × 1006 J/(kg K), in m/h (Lewis)
  const beta = (2.5 * 3600) / (1.2 * 1006);
  const w = vapourKgM3(last.airC, last.humidityPct);
  expect(AIR_M3 * 0.5 * (w - vapourKgM3(12, 70))).toBeCloseTo(beta * 5 * (vapourKgM3(12, 100) - w), 4);
});

test('summer air on cold walls leaves its water there: the room stays at the dew point of its coldest wall, and never over 100 %', () => {
  const last = run({ airChangesPerH: 3 }, hours(24, { airC: 28, humidityPct: 75 }), { groundC: 10 }).at(-1)!;
  expect(last.humidityPct).toBeLessThanOrEqual(100 + 1e-9);
  expect(last.humidityPct).toBeGreaterThan(85);
  expect(vapourKgM3(last.airC, last.humidityPct)).toBeLessThan(vapourKgM3(28, 75));
});

test('a dryer brings the air to what it is set to, for power, and less of it at night when nothing comes in', () => {
  const dryer = { lPerDay: 50, toPct: 60, kW: 0.8 };
  const wet = CELLAR.map((surface) => ({ ...surface, wetM2: 1 }));
  const outside = hours(24 * 20, { airC: 12, humidityPct: 85 });
  const [without, withIt] = [run(aired, outside, { surfaces: wet }).at(-1)!, run({ ...aired, dryer }, outside, { surfaces: wet }).at(-1)!];
  expect(without.humidityPct).toBeGreaterThan(75);
  expect(withIt.humidityPct).toBeLessThan(63);
  expect(withIt.dryerKWh).toBeGreaterThan(0.05);
  expect(withIt.dryerKWh).toBeLessThanOrEqual(0.8);
  expect(withIt.airC).toBeGreaterThan(without.airC);
});

const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('whatever the room: figures are figures, air is never wetter than full, and more heater never makes it colder', () => {
  const surface = fc.record({
    areaM2: figure(1, 400),
    storesKJPerM2K: figure(20, 250),
    behindWPerM2K: figure(0, 4),
    behind: fc.constantFrom('ground' as const, 'outside' as const, 'none' as const),
    wetM2: figure(0, 1),
  });
  const room = fc.record({
    airM3: figure(2, 5_000),
    surfaces: fc.array(surface, { minLength: 1, maxLength: 6 }),
    airChangesPerH: figure(0, 20),
    kW: figure(0, 30),
    outside: fc.array(fc.record({ airC: figure(-25, 40), humidityPct: figure(5, 100) }), { minLength: 1, maxLength: 60 }),
    groundC: figure(2, 16),
  });
  fc.assert(
    fc.property(room, ({ airM3, surfaces, airChangesPerH, kW, outside, groundC }) => {
      const of = (more: Partial<RoomServices>) =>
        roomClimate({ airM3, surfaces }, { airChangesPerH, ...more }, { outside, groundC, startC: surfaces.map(() => groundC) });
      const [cold, warm] = [of({}), of({ heater: { kW, toC: 25 } })];
      cold.forEach((hour, i) => {
        expect(hour.humidityPct).toBeGreaterThanOrEqual(0);
        expect(hour.humidityPct).toBeLessThanOrEqual(100 + 1e-6);
        expect(warm[i]!.airC).toBeGreaterThanOrEqual(hour.airC - 1e-9);
        expect(warm[i]!.heaterKWh).toBeLessThanOrEqual(kW + 1e-9);
        for (const celsius of hour.surfacesC) expect(Number.isFinite(celsius)).toBe(true);
      });
    }),
    { numRuns: 60 },
  );
});
