import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';
import { ageRate, hoursToAge } from './ageing';

describe('dew point', () => {
  // ASHRAE Handbook, Fundamentals, psychrometrics: dew points to a tenth of a degree
  test.each([
    [25, 50, 13.9],
    [20, 80, 16.4],
    [30, 100, 30],
  ])('%p °C, %p %% gives %p °C', (airTemperatureC, relativeHumidityPct, dewPointC) => {
    const at = accepted(calculate('dew-point', { airTemperatureC, relativeHumidityPct })) as { dewPointC: number };
    expect(at.dewPointC).toBeCloseTo(dewPointC, 1);
  });

  // ISO 8502-4: surface at least 3 °C above the dew point
  test('2.9 K above the dew point is refused a coat, 3 K is not', () => {
    const at = (surfaceTemperatureC: number) =>
      accepted(calculate('dew-point', { airTemperatureC: 20, relativeHumidityPct: 80, surfaceTemperatureC })) as { mayApply: boolean };
    expect(at(19.34).mayApply).toBe(false);
    expect(at(19.45).mayApply).toBe(true);
  });

  test('no margin without a surface', () => {
    expect(accepted(calculate('dew-point', { airTemperatureC: 20, relativeHumidityPct: 80 }))).not.toHaveProperty('marginC');
  });

  test('humidity out of range, and air too dry for the equations', () => {
    expect(refusals(calculate('dew-point', { airTemperatureC: 20, relativeHumidityPct: 130 }))).toEqual([
      'above-max at relativeHumidityPct',
    ]);
    expect(refusals(calculate('dew-point', { airTemperatureC: 20, relativeHumidityPct: 0 }))).toEqual([
      'air-too-dry at relativeHumidityPct',
    ]);
  });
});

describe('ageing', () => {
  // ASTM C1074 (Freiesleben Hansen & Pedersen): Q = 5000 K, 10 °C against 20 °C
  test('Arrhenius factor at 10 °C is 0.548', () => {
    expect(ageRate({ activationK: 5000 }, 10, 20)).toBeCloseTo(0.548, 3);
  });

  // common practice, no source
  test('the rule of thumb doubles for ten degrees', () => {
    expect(ageRate({ q10: 2 }, 30, 20)).toBe(2);
  });

  test('hours to an age add up over changing temperatures', () => {
    // one hour at half speed, then full speed: age 2 is reached after 1 + 1.5 h
    expect(hoursToAge(2, [10, 20], 20, { q10: 2 })).toBeCloseTo(2.5, 12);
    expect(hoursToAge(0.25, [10, 20], 20, { q10: 2 })).toBeCloseTo(0.5, 12);
  });
});

describe('evaporation from a fresh surface', () => {
  const at = (input: object) => accepted(calculate('evaporation-rate', input)) as { kgPerM2H: number; advice: string };

  // Uno 1998, ACI Materials Journal 95-M37, worked example in the equation's SI form
  test('31 °C on 27 °C air of 50 %, wind 19 km/h: 1.15 kg/m²h', () => {
    const hot = at({ surfaceTemperatureC: 31, airTemperatureC: 27, relativeHumidityPct: 50, windKmH: 19 });
    expect(hot.kgPerM2H).toBeCloseTo(1.15, 2);
    expect(hot.advice).toBe('screen-from-wind-and-sun');
  });

  // ACI 305 (from memory): precautions from 0.5, screens from 1.0 kg/m²h
  test.each([
    [20, 20, 80, 5, 'usual-care'],
    [26, 24, 40, 10, 'mist-oftener'],
    [10, 25, 90, 5, 'condensing'],
  ])('%p °C, air %p °C at %p %%, %p km/h: %s', (surfaceTemperatureC, airTemperatureC, relativeHumidityPct, windKmH, advice) => {
    expect(at({ surfaceTemperatureC, airTemperatureC, relativeHumidityPct, windKmH }).advice).toBe(advice);
  });

  test('at −18 °C the formula has no meaning', () => {
    const cold = { airTemperatureC: 0, relativeHumidityPct: 50, windKmH: 5 };
    expect(refusals(calculate('evaporation-rate', { ...cold, surfaceTemperatureC: -18 }))).toEqual(['not-above at surfaceTemperatureC']);
  });
});
