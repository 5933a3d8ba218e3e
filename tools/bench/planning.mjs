// Planning on one thread, as the worker does it: from nothing, again after one change, choosing, and packs.
import { randomUUID } from 'node:crypto';
import { SHIPPED_CATALOGUE, SHIPPED_PRODUCTS, pinProducts } from '@caulkhorn/core/catalogue';
import { groupBy } from '@caulkhorn/core/jobs';
import { packPlan } from '@caulkhorn/core/materials';
import { Planner, USUAL_CREW, USUAL_HOUSE, faceFacts, judgeFace, planJob, rankOptions, USUAL_WEIGHTS } from '@caulkhorn/core/planning';
import { jobOfSize } from './jobs.mjs';
import { percentile, report } from './stats.mjs';

const FACES = 200;
const FEATURES = 3000;
const RUNS = 7;
const today = { ms: Date.parse('2026-06-01T00:00:00Z'), temperatureC: 12 };

/** A job under another id, its walls coated with several systems side by side. @param {ReturnType<typeof jobOfSize>} file */
export function coated(file) {
  const families = /** @type {const} */ (['crystalline-slurry', 'rigid-slurry', 'flexible-cementitious', 'thick-film']);
  const buildUps = file.faces.map((face, i) => {
    const family = families[i % families.length] ?? 'crystalline-slurry';
    const coat = SHIPPED_CATALOGUE.choices('coat', family)[0];
    if (!coat) throw new Error(family);
    return { id: randomUUID(), faceId: face.id, family, products: pinProducts(coat, family, SHIPPED_CATALOGUE) };
  });
  return { ...file, formatVersion: 2, job: { ...file.job, id: randomUUID() }, buildUps };
}

/** @param {() => unknown} action */
function time(action) {
  const before = performance.now();
  action();
  return performance.now() - before;
}

/** @param {() => unknown} action */
const typical = (action) =>
  percentile(
    Array.from({ length: RUNS }, () => time(action)),
    0.5,
  );

/** @param {string} name @param {number} ms @param {number} aimMs @param {string} ratio */
const told = (name, ms, aimMs, ratio) => report(name, `${ms.toFixed(1)} ms, ${ratio}`, `under ${aimMs} ms`, ms < aimMs);

export function benchPlanning() {
  const model = /** @type {import('@caulkhorn/core/jobs').JobModel} */ (
    /** @type {unknown} */ ({ ...coated(jobOfSize(FACES, FEATURES)), photos: [] })
  );
  const copy = typical(() => structuredClone(model));
  planJob(model, USUAL_CREW, USUAL_HOUSE);
  const whole = typical(() => planJob(model, USUAL_CREW, USUAL_HOUSE));
  told(
    `plan ${FACES} faces, ${FEATURES} features from nothing`,
    whole,
    1500,
    `${(whole / copy).toFixed(1)} × copying the job (${copy.toFixed(1)} ms)`,
  );

  const planner = new Planner();
  planner.plan(model, USUAL_CREW, USUAL_HOUSE);
  let now = model;
  const again = typical(() => {
    const at = Math.floor(Math.random() * FEATURES);
    const features = now.features.with(at, { .../** @type {any} */ (now.features[at]), widthMm: Math.random() * 3 });
    now = { ...now, features };
    planner.plan(now, USUAL_CREW, USUAL_HOUSE);
  });
  told('plan it again after one feature changed', again, 200, `${(again / whole).toFixed(2)} × from nothing`);
  const moved = typical(() => {
    const at = Math.floor(Math.random() * FACES);
    const faces = now.faces.with(at, { .../** @type {any} */ (now.faces[at]), thicknessMm: 200 + Math.random() * 100 });
    now = { ...now, faces };
    planner.plan(now, USUAL_CREW, USUAL_HOUSE);
  });
  told('plan it again after one face changed', moved, 200, `${(moved / whole).toFixed(2)} × from nothing`);

  const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
  const plans = new Map(plan.faces.map((face) => [face.faceId, face]));
  const featuresOf = groupBy(model.features, ({ faceId }) => faceId);
  const factsOf = (/** @type {import('@caulkhorn/core/jobs').Face} */ face) =>
    faceFacts({
      face,
      plan: /** @type {any} */ (plans.get(face.id)),
      features: featuresOf.get(face.id) ?? [],
      readings: [],
      job: model.job,
      today,
    });
  const judged = typical(() => model.faces.map((face) => judgeFace(factsOf(face), USUAL_HOUSE)));
  told(`choose: every family judged on ${FACES} faces`, judged, 300, `${(judged / copy).toFixed(1)} × copying the job`);
  const face = /** @type {any} */ (model.faces[7]);
  const site = { face, features: featuresOf.get(face.id) ?? [], junctions: [], around: model, house: USUAL_HOUSE, conditions: USUAL_CREW };
  const ranked = typical(() => rankOptions(judgeFace(factsOf(face), USUAL_HOUSE), site, USUAL_WEIGHTS));
  told('choose: one face ranked, each family planned on it', ranked, 300, `${(ranked / copy).toFixed(1)} × copying the job`);

  const wanted = SHIPPED_PRODUCTS.slice(0, 60).map(({ packs }, i) => ({
    requiredKg: 37.3 * (i + 1),
    packs: packs.map(({ size, priceMinor }) => ({ sizeKg: size, price: priceMinor, maxPacks: undefined })),
  }));
  const packs = typical(() => wanted.map((input) => packPlan.compute(input)));
  told(`packs at least cost for ${wanted.length} products`, packs, 200, `${(packs / copy).toFixed(1)} × copying the job`);
}
