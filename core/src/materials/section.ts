import { ArrisSection, CornerSection } from './sections/corner-section.js';
import { FlatSection } from './sections/flat-section.js';
import { type DrawnDetail, LEAST_SHOWN_MM, type Section } from './sections/sketch.js';

/** Draws what a treatment does, in true proportion; undefined where there is nothing to draw. `coatMm` is the film over all. */
export function sectionOf(treatment: DrawnDetail, coatMm: number): Section | undefined {
  const { steps } = treatment.rule;
  if (steps.length === 0 || steps.every((step) => step.do === 'clean')) return undefined;
  const film = Math.max(coatMm, LEAST_SHOWN_MM);
  if (treatment.of === 'internal-corner' || treatment.of === 'wall-floor') return new CornerSection(treatment, film).finished();
  return treatment.of === 'external-corner' ? new ArrisSection(treatment, film).finished() : new FlatSection(treatment, film).finished();
}
