import type { DetailStep } from '../build-up/index.js';
import { type DrawnDetail, type Section, sectionOf } from '../materials/index.js';
import type { ReleasedFace, ReleasedTreatment } from './released-plan.js';

/** A detail as it was decided, drawn once for every place that has it just so. */
export interface ReleasedSection {
  section: Section;
  steps: ReleasedTreatment['steps'];
  places: { face: ReleasedFace; treatment: ReleasedTreatment }[];
}

/** The cuts through all that was released, each once, in the order of their first places. Nothing of a plan from before dimensions were kept. */
export function releasedSections(faces: readonly ReleasedFace[]): ReleasedSection[] {
  const sections = new Map<string, ReleasedSection>();
  for (const face of faces) {
    // where nothing was chosen, nothing was decided
    if (face.family === undefined) continue;
    const coatMm = face.layers.reduce((sum, { counts, dryMm }) => sum + (counts ? (dryMm ?? 0) : 0), 0);
    for (const treatment of face.treatments) {
      if (treatment.verdict !== 'treat' || !treatment.geometry) continue;
      const section = sectionOf(drawnDetail(treatment, treatment.geometry), coatMm);
      if (!section) continue;
      const key = JSON.stringify(section);
      const same = sections.get(key);
      if (same) same.places.push({ face, treatment });
      else sections.set(key, { section, steps: treatment.steps, places: [{ face, treatment }] });
    }
  }
  return [...sections.values()];
}

/** A frozen treatment as drawings read it. */
function drawnDetail(
  { of, steps, lengthM, with: over = [] }: ReleasedTreatment,
  geometry: NonNullable<ReleasedTreatment['geometry']>,
): DrawnDetail {
  return {
    of: of as DrawnDetail['of'],
    rule: { steps: steps.map(thawed), with: over as DrawnDetail['rule']['with'] },
    geometry: { areaM2: 0, wallThicknessMm: 0, ...geometry, lengthM },
  };
}

/** A step with its dimensions where they were before it was frozen: those of a slot in the slot. */
function thawed({ do: what, figures, says }: ReleasedTreatment['steps'][number]): DetailStep {
  const step: Record<string, unknown> = { do: what };
  const put = (name: string, value: unknown) => {
    const [outer, inner] = name.split('.') as [string, string | undefined];
    if (inner === undefined) step[outer] = value;
    else step[outer] = { ...(step[outer] as object), [inner]: value };
  };
  for (const [name, value] of Object.entries(figures)) put(name, value);
  for (const [name, value] of Object.entries(says)) put(name, value === 'true' ? true : value === 'false' ? false : value);
  return step as unknown as DetailStep;
}
