import { report } from '../stats.mjs';
import { CALCULATORS, EXAMPLES, calculate, printGrowth } from './core.mjs';

const AIM_PER_SECOND = 200_000;
const FOR_MS = 250;
/** What makes a list, or solves an integer programme, is counted by what it makes. @type {Readonly<Record<string, (out: any) => number>>} */
const ITEMS = { 'application-window': (out) => out.hours.length, 'cure-rounds': (out) => out.rounds.length };

/** Calls a second on one thread, check included, with the example that the form offers. @param {string} id */
function perSecond(id) {
  const input = EXAMPLES[id];
  for (let i = 0; i < 2000; i++) calculate(id, input);
  let calls = 0;
  const from = performance.now();
  for (; performance.now() - from < FOR_MS; calls += 200) for (let i = 0; i < 200; i++) calculate(id, input);
  return (1000 * calls) / (performance.now() - from);
}

export function benchLight() {
  for (const [id, calculator] of CALCULATORS) {
    if ('steps' in calculator || calculator.mayTakeLong) continue;
    const rate = perSecond(id);
    const items = ITEMS[id]?.(calculate(id, EXAMPLES[id]).value) ?? 1;
    const text = `${Math.round(rate).toLocaleString('en-GB')} a second${items > 1 ? `, ${Math.round(rate * items).toLocaleString('en-GB')} of its ${items} items` : ''}`;
    report(id, text, `≥ ${AIM_PER_SECOND.toLocaleString('en-GB')} a second`, rate * items >= AIM_PER_SECOND);
  }
  const hours = (/** @type {number} */ n) => {
    const input = {
      hours: Array.from({ length: n }, (_, i) => ({
        at: new Date(Date.UTC(2026, 0, 1) + i * 3_600_000).toISOString(),
        airC: 12,
        rhPct: 60,
        surfaceC: 12,
        rainMm: 0,
        windKmH: 10,
      })),
      limits: { rainFreeHoursAfter: 4 },
    };
    return () => calculate('application-window', input);
  };
  printGrowth('application-window with hours', [
    ['168', hours(168)],
    ['1,680', hours(1680)],
    ['16,800', hours(16_800)],
  ]);
  const packs = (/** @type {number} */ requiredKg) => () => calculate('pack-plan', { ...EXAMPLES['pack-plan'], requiredKg });
  printGrowth('pack-plan with the mass', [
    ['74 kg', packs(74)],
    ['740 kg', packs(740)],
    ['7,400 kg', packs(7400)],
  ]);
}
