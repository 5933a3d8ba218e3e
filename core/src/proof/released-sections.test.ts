import { sectionOf } from '../materials';
import { USUAL_CREW, USUAL_HOUSE, planJob, revisionContent } from '../planning';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { releasedSections } from './released-sections';

function released() {
  const features = [
    crack(),
    crack({ id: 'k2', mark: 'K2' }),
    crack({ id: 'k3', mark: 'K3', movement: 'moving', widthMm: 3 }),
    crack({ id: 'p1', mark: 'P1', kind: 'penetration', diameterMm: 110, depthMm: 30 }),
  ];
  const model = { ...sampleJob(), features, buildUps: [buildUp('north')] };
  const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
  const { decided } = revisionContent(model, plan, USUAL_CREW, USUAL_HOUSE);
  return { plan, faces: decided!.faces };
}

test('each detail is drawn from what was frozen just as it is drawn from the plan, and once where it is the same', () => {
  const { plan, faces } = released();
  const facePlan = plan.faces.find(({ faceId }) => faceId === 'north')!;
  const coatMm = facePlan.layers.reduce((sum, { counts, dryMm }) => sum + (counts ? (dryMm ?? 0) : 0), 0);
  const sections = releasedSections(faces);
  const drawn = new Map(sections.flatMap(({ section, places }) => places.map(({ treatment }) => [treatment.targetId, section])));
  const live = facePlan.treatments.flatMap((each) => {
    const section = each.rule.verdict === 'treat' ? sectionOf(each, coatMm) : undefined;
    return section ? [[each.targetId, section] as const] : [];
  });
  expect(live.length).toBeGreaterThanOrEqual(4);
  for (const [targetId, section] of live) expect({ targetId, section: drawn.get(targetId) }).toEqual({ targetId, section });
  expect(drawn.size).toBe(live.length);
  // the two cracks that are alike share a drawing, and the pipe has its own
  const marks = sections.map(({ places }) => places.map(({ treatment }) => treatment.mark));
  expect(marks).toContainEqual(expect.arrayContaining(['K1', 'K2']));
  expect(marks).toContainEqual(['P1']);
});

test('a plan from before dimensions were kept has no drawings, rather than wrong ones', () => {
  const { faces } = released();
  const before = faces.map((face) => ({ ...face, treatments: face.treatments.map(({ geometry: _, ...rest }) => rest) }));
  expect(releasedSections(before)).toEqual([]);
});
