export { METRES_PER, layersOf, outlinesOf } from './outlines.js';
export type { Drawing, DrawingUnit, DrawnLine, Outline } from './outlines.js';
