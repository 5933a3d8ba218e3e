import { report } from '../stats.mjs';
import { calculate, medianMs, printGrowth } from './core.mjs';

/** Park & Miller's numbers: the same maps in every run. @param {number} seed */
function numbers(seed) {
  let state = seed;
  return () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
}

/**
 * A coat on 25 × 25 m with thick and thin patches of a given radius, read at random places.
 * @param {number} readings @param {number} radiusM
 */
function film(readings, radiusM) {
  const next = numbers(1);
  const patches = Array.from({ length: 120 }, () => ({ x: 25 * next(), y: 25 * next(), mm: next() - 0.5 }));
  const at = (/** @type {number} */ x, /** @type {number} */ y) =>
    patches.reduce((sum, p) => sum + p.mm * Math.exp(-((p.x - x) ** 2 + (p.y - y) ** 2) / (2 * radiusM ** 2)), 2 + 0.1 * (next() - 0.5));
  return Array.from({ length: readings }, () => {
    const [xM, yM] = [25 * next(), 25 * next()];
    return { xM, yM, mm: Math.max(0, at(xM, yM)) };
  });
}

/** @param {number} readings @param {number} cells along a side @param {number} radiusM */
function mapOf(readings, cells, radiusM) {
  const input = { readings: film(readings, radiusM), widthM: 25, heightM: 25, specifiedMm: 2, gridM: 25 / cells };
  return () => calculate('film-map', input);
}

/** @param {number} leaks @param {number} cellM */
function sealingOf(leaks, cellM) {
  const next = numbers(7);
  const input = {
    leaks: Array.from({ length: leaks }, (_, i) => ({
      id: `L${i}`,
      xM: 12 * next(),
      yM: 3 * next(),
      conductanceM2S: 1e-7 * (1 + 9 * next()),
    })),
    faceWidthM: 12,
    faceHeightM: 6,
    waterLevelM: 5,
    bottomLevelM: 0,
    wallBacking: { transmissivityM2S: 1e-6, sourceConductanceM2S: 2e-6 },
    cellM,
  };
  return () => calculate('sealing-order', input);
}

export function benchMaps() {
  for (const [name, radiusM] of /** @type {const} */ ([
    ['patches of a batch or two (radius 0.7 m)', 0.7],
    ['one slope over the whole face (radius 6 m)', 6],
  ])) {
    const map = mapOf(400, 100, radiusM);
    const ms = medianMs(map, 2000);
    const { range } = map().value.variogram;
    report(`film-map, 400 readings on 100 × 100 cells, ${name}, range ${range.toFixed(1)} m`, `${ms.toFixed(0)} ms`, '< 300 ms', ms < 300);
  }
  const ms = medianMs(sealingOf(12, 0.2), 1500);
  report('sealing-order, 12 leaks on 60 × 30 cells, every order weighed', `${ms.toFixed(0)} ms`, '< 1000 ms', ms < 1000);
  printGrowth('film-map with readings', [
    ['10', mapOf(10, 50, 0.7)],
    ['100', mapOf(100, 50, 0.7)],
    ['1,000', mapOf(1000, 50, 0.7)],
  ]);
  printGrowth('film-map with cells', [
    ['20 × 20', mapOf(200, 20, 0.7)],
    ['63 × 63', mapOf(200, 63, 0.7)],
    ['200 × 200', mapOf(200, 200, 0.7)],
  ]);
  printGrowth('sealing-order with cells', [
    ['60 × 30', sealingOf(6, 0.2)],
    ['190 × 95', sealingOf(6, 0.0632)],
    ['280 × 140', sealingOf(6, 0.043)],
  ]);
  printGrowth('sealing-order with leaks', [
    ['3', sealingOf(3, 0.2)],
    ['12', sealingOf(12, 0.2)],
    ['30 (best found)', sealingOf(30, 0.2)],
  ]);
}
