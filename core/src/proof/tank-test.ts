import { type Calculator, number, optional, tex } from '../fields/index.js';
import { accept } from '../issues.js';
import { atMost, roundDecimal } from '../quantities/index.js';

const days = number('day', { min: 0, max: 365 });
const levelMm = number('mm', { min: -1_000_000, max: 1_000_000 });
const fields = {
  depthM: number('m', { above: 0, max: 1000 }),
  soakDays: days,
  testDays: days,
  startLevelMm: levelMm,
  endLevelMm: levelMm,
  evaporationPanMm: number('mm', { min: 0, max: 10_000 }),
  rainMm: number('mm', { min: 0, max: 10_000 }),
  /** that the tank was designed for */ crackWidthMm: optional(number('mm', { above: 0, max: 5 })),
};

/** Fine cracks drink and close in a week, wider ones need three. */
const SOAK_DAYS = { fine: 7, wide: 21 } as const;
const FINE_CRACK_MM = 0.1;
/** More than a gauge's own scatter: something fills the tank. */
const MOST_RISE_MM = 1;
const TEST_DAYS = 7;
const MOST_DROP_MM = 10;

export interface TankTest {
  /** of the water, corrected for evaporation and rain */ dropMm: number;
  allowedMm: number;
  passes: boolean;
  reasons: ('soak-under-7-days' | 'soak-under-21-days' | 'test-under-7-days' | 'drop-over-allowed' | 'level-rises')[];
}

/** Watertightness of a filled tank. The pan stands beside it under a rain shelter: it loses by evaporation alone. */
export const tankTest: Calculator<typeof fields, TankTest> = {
  id: 'tank-test',
  fields,
  outputs: { dropMm: 'mm', allowedMm: 'mm', passes: '', reasons: '' },
  symbols: {
    dropMm: tex`\Delta`,
    allowedMm: tex`\Delta_{max}`,
    startLevelMm: 'z_0',
    endLevelMm: 'z_1',
    evaporationPanMm: 'E',
    rainMm: 'R',
    depthM: 'h',
    soakDays: 't_{soak}',
    testDays: 't_{test}',
    crackWidthMm: 'w',
  },
  equation: [
    tex`@dropMm = (@startLevelMm - @endLevelMm) - @evaporationPanMm + @rainMm`,
    tex`@allowedMm = \min(10,\; 1000 \cdot @depthM / 500)`,
    tex`@dropMm \le @allowedMm, \quad @soakDays \ge 7 \text{ (21 over 0.1 mm of crack)}, \quad @testDays \ge 7`,
    tex`@dropMm \ge -1\text{ mm}`,
  ],
  sources: [{ kind: 'memory', title: 'BS 8007 (7 days of soaking to 0.1 mm of crack, 21 to 0.2 mm; 7 days of test)' }],
  compute({ depthM, soakDays, testDays, startLevelMm, endLevelMm, evaporationPanMm, rainMm, crackWidthMm = FINE_CRACK_MM }) {
    const dropMm = roundDecimal(startLevelMm - endLevelMm - evaporationPanMm + rainMm);
    const allowedMm = Math.min(MOST_DROP_MM, (1000 * depthM) / 500);
    const reasons: TankTest['reasons'] = [];
    if (crackWidthMm > FINE_CRACK_MM && soakDays < SOAK_DAYS.wide) reasons.push('soak-under-21-days');
    else if (soakDays < SOAK_DAYS.fine) reasons.push('soak-under-7-days');
    if (testDays < TEST_DAYS) reasons.push('test-under-7-days');
    if (!atMost(dropMm, allowedMm)) reasons.push('drop-over-allowed');
    if (!atMost(-dropMm, MOST_RISE_MM)) reasons.push('level-rises');
    return accept({ dropMm, allowedMm, passes: reasons.length === 0, reasons });
  },
};
