import { COMMON_PRACTICE, type Calculator, choice, number, optional, withDefault, tex } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';
import { ceilDecimal } from '../quantities/index.js';

/** Thickest layer of repair mortar that still sets without slumping or cracking; common practice. */
const MAX_LAYER_MM = 60;

const fields = {
  lengthM: number('m', { min: 0, max: 100_000 }),
  widthMm: number('mm', { above: 0, max: 1000 }),
  depthMm: number('mm', { above: 0, max: 10_000 }),
  profile: choice(['u', 'dovetail', 'cone']),
  backWidthMm: optional(number('mm', { above: 0, max: 2000 })),
  plugFraction: withDefault(number('', { min: 0, max: 1 }), 0.5),
  extendMm: withDefault(number('mm', { min: 0, max: 5000 }), 300),
};

export interface SlotFill {
  /** with the extension past both ends */ cutLengthM: number;
  volumeL: number;
  plugL: number;
  mortarL: number;
  /** thickness of each mortar layer, mm, from the plug outwards */ mortarLayers: number[];
}

/**
 * What a cut slot swallows: plug at the bottom, mortar above it. Dovetail and cone widen towards the back
 * (trapezium section) and need `backWidthMm`, at least the mouth's width (`back-narrower-than-mouth`).
 */
export const slotFill: Calculator<typeof fields, SlotFill> = {
  id: 'slot-fill',
  fields,
  outputs: { cutLengthM: 'm', volumeL: 'L', plugL: 'L', mortarL: 'L', mortarLayers: 'mm' },
  symbols: {
    cutLengthM: 'L_{cut}',
    lengthM: 'L',
    extendMm: 'e',
    widthMm: 'w_{mouth}',
    backWidthMm: 'w_{back}',
    volumeL: 'V',
    depthMm: 't',
    mortarL: 'V_{mortar}',
    plugL: 'V_{plug}',
  },
  equation: [
    tex`@cutLengthM = @lengthM + 2 \cdot @extendMm / 1000`,
    tex`@volumeL = \frac{@widthMm + @backWidthMm}{2} \cdot @depthMm \cdot @cutLengthM / 1000`,
    tex`@mortarL = @volumeL - @plugL, \quad \text{layers of at most 60 mm}`,
  ],
  sources: [COMMON_PRACTICE],
  compute({ lengthM, widthMm, depthMm, profile, backWidthMm, plugFraction, extendMm }) {
    if (profile !== 'u' && backWidthMm === undefined) return refuse(issue('missing', 'backWidthMm'));
    if (profile === 'u' && backWidthMm !== undefined && backWidthMm !== widthMm) return refuse(issue('u-has-no-back-width', 'backWidthMm'));
    const back = backWidthMm ?? widthMm;
    if (back < widthMm) return refuse(issue('back-narrower-than-mouth', 'backWidthMm'));
    const cutLengthM = lengthM + (2 * extendMm) / 1000;
    const widthAtPlug = back + (widthMm - back) * plugFraction;
    // mm² × m = mL, hence /1000 for litres
    const volumeL = (((widthMm + back) / 2) * depthMm * cutLengthM) / 1000;
    const plugL = (((back + widthAtPlug) / 2) * depthMm * plugFraction * cutLengthM) / 1000;
    const mortarDepthMm = depthMm * (1 - plugFraction);
    const layers = ceilDecimal(mortarDepthMm / MAX_LAYER_MM);
    const mortarLayers = Array.from({ length: layers }, () => mortarDepthMm / layers);
    return accept({ cutLengthM, volumeL, plugL, mortarL: volumeL - plugL, mortarLayers });
  },
};
