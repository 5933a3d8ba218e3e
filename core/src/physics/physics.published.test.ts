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
