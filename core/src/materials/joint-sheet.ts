import { COMMON_PRACTICE, type Calculator, number, tex, withDefault } from '../fields/index.js';
import { accept } from '../issues.js';
import { ceilDecimal } from '../quantities/index.js';

const mm = number('mm', { min: 0, max: 1000 });
const fields = {
  gapMm: mm,
  movementMm: mm,
  lapMm: withDefault(number('mm', { above: 0, max: 2000 }), 150),
  barSpacingMm: withDefault(number('mm', { above: 0, max: 5000 }), 200),
  lengthM: number('m', { above: 0, max: 10_000 }),
};

export interface JointSheet {
  sheetWidthMm: number;
  /** left loose over the gap, for the whole movement expected */ slackMm: number;
  /** clamping bars along both edges */ barLengthM: number;
  fixings: number;
}

/** Elastomeric sheet over a moving joint, clamped by a bar along each edge. */
export const jointSheet: Calculator<typeof fields, JointSheet> = {
  id: 'joint-sheet',
  fields,
  outputs: { sheetWidthMm: 'mm', slackMm: 'mm', barLengthM: 'm', fixings: '' },
  symbols: {
    sheetWidthMm: 'B',
    gapMm: 'g',
    movementMm: tex`\Delta`,
    lapMm: tex`\ell`,
    slackMm: 's',
    barLengthM: 'L_{bar}',
    lengthM: 'L',
    fixings: 'n',
    barSpacingMm: 'a',
  },
  equation: [
    tex`@slackMm = @movementMm`,
    tex`@sheetWidthMm = @gapMm + @slackMm + 2 \cdot @lapMm`,
    tex`@barLengthM = 2 \cdot @lengthM`,
    tex`@fixings = 2 \left( \left\lceil 1000 \cdot @lengthM / @barSpacingMm \right\rceil + 1 \right)`,
  ],
  sources: [COMMON_PRACTICE],
  compute({ gapMm, movementMm, lapMm, barSpacingMm, lengthM }) {
    return accept({
      sheetWidthMm: gapMm + movementMm + 2 * lapMm,
      slackMm: movementMm,
      barLengthM: 2 * lengthM,
      fixings: 2 * (ceilDecimal((1000 * lengthM) / barSpacingMm) + 1),
    });
  },
};
