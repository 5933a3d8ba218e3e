import { type Face, type JobModel, checkModel, drawnSheet, netAreaM2, careOf, stripsOf } from '../../jobs/index.js';
import { sectionOf } from '../../materials/index.js';
import {
  type FacePlan,
  type JobPlan,
  type PlanConditions,
  type PlanRevision,
  USUAL_HOUSE,
  USUAL_WEIGHTS,
  costOf,
  decidedIn,
  faceFacts,
  hoursAhead,
  jobInTime,
  judgeFace,
  mixingCard,
  pieceCards,
  programmeFigures,
  programmeJob,
  rankOptions,
  readyCards,
  revisionContent,
  roomsAhead,
  trapsOf,
  wholePour,
  zonesWanted,
} from '../../planning/index.js';
import { careLooks, diaryOf, dossierOf, plateOf, releasedSections, sinceFinished, testPlacesOn, warrantyOf } from '../../proof/index.js';
import { DAY_MS } from '../../quantities/index.js';
import { talkOf, usedByBatch } from '../../site-log/index.js';
import {
  FINISHES,
  carbideLimit,
  dampFacts,
  diagnose,
  dryingForecast,
  risingReach,
  slabAsked,
  slabNotShown,
  slabResults,
  slabVerdict,
  surveyGaps,
  testPlaces,
} from '../../survey/index.js';
import { checkCrackFlow, faceCases, featureCases, knownCases, sideWaters, stoppingOrder, wallRuns } from '../../water/index.js';
import { mark } from './figures.js';
import { MADE_UP_NOW_MS, madeJob } from './made-job.js';
import { madeLog } from './made-log.js';

const NOW = new Date(MADE_UP_NOW_MS).toISOString();
const TODAY = NOW.slice(0, 10);
/** When the dossier is read, days after the job was planned: all that was to be done is done or late. */
const READ_AFTER_DAYS = 120;

/**
 * Everything that the core works out of a made-up job, part by part, each as a mark that any change of a figure changes. With it, in figures,
 * what people would ask first.
 */
export function workedJob(seed: number): object {
  const model = madeJob(seed);
  const conditions: PlanConditions = {
    people: 1 + (seed % 4),
    temperatureC: 4 + ((seed * 5) % 22),
    ...(seed % 3 === 0 ? { tool: 'spray' as const } : {}),
  };
  const stored = { model, lines: [], revision: null, house: USUAL_HOUSE, bookings: [], today: TODAY };
  const { site, plan, workItems, placedBy } = jobInTime({ ...stored, revision: released(model, conditions) });
  const placing = { ...placedBy, nowMs: MADE_UP_NOW_MS };
  const programme = programmeJob(workItems, site, placing);
  const revision = released(model, conditions);
  const log = madeLog(seed, revision, programme);
  return {
    seed,
    job: {
      checks: mark(checkModel(model)),
      sheet: mark([drawnSheet(model), plan.junctions, wallRuns(model.faces, plan.junctions).map((run) => run.map(({ id }) => id))]),
      survey: mark([surveyGaps(model, NOW), knownCases(model)]),
      supply: mark([
        plan.supply,
        plan.findings,
        pieceCards(
          plan.faces.flatMap(({ lines }) => lines),
          conditions,
          { wallsC: new Map() },
        ),
      ]),
      cards: mark(plan.supply.orders.map(({ product, required }) => mixingCard(product, required, conditions))),
      air: mark([
        hoursAhead(model.job),
        roomsAhead({ ...model, wallsC: new Map() }, hoursAhead(model.job)),
        placedBy.closed,
        placedBy.wallsC,
      ]),
      programme: mark([programme, programmeFigures(programme, workItems, placing), zones(workItems)]),
      released: mark(decidedIn(model, plan, conditions, USUAL_HOUSE)),
      ...proofMarks(model, revision, log),
    },
    faces: model.faces.map((face, i) =>
      workedFace(face, { model, plan, conditions, facePlan: plan.faces.find(({ faceId }) => faceId === face.id)!, turn: seed + i }),
    ),
    figures: {
      hours: figure(workItems.reduce((sum, { durationMin }) => sum + durationMin, 0) / 60),
      costMinor: figure(plan.supply.orders.reduce((sum, { purchase }) => sum + purchase.costMinor, 0)),
      products: plan.supply.orders.map(({ product, required }) => [product.id, figure(required)]),
      ends: new Date(Math.max(MADE_UP_NOW_MS, ...programme.tasks.map(({ endMs }) => endMs).filter(Number.isFinite))).toISOString(),
      linesOfLog: log.length,
    },
  };
}

const figure = (value: number) => Number(value.toPrecision(6));

function released(model: JobModel, conditions: PlanConditions): PlanRevision {
  const plan = jobInTime({ model, lines: [], revision: null, house: USUAL_HOUSE, bookings: [], today: TODAY }).plan;
  return { id: 'revision', number: 1, madeAt: NOW, madeBy: 'Made up', ...revisionContent(model, plan, conditions, USUAL_HOUSE) };
}

const zones = (items: readonly Parameters<typeof zonesWanted>[0][number][]) =>
  zonesWanted(items, { temperatureOfC: () => 20, shiftH: 8, isBegun: () => false });

function proofMarks(model: JobModel, revision: PlanRevision, log: ReturnType<typeof madeLog>): Record<string, string> {
  const nowMs = MADE_UP_NOW_MS + READ_AFTER_DAYS * DAY_MS;
  const dossier = dossierOf(revision, log, model.readings, nowMs);
  const since = sinceFinished(model.waterLevels, log, nowMs);
  const day = (at: number) => ({ day: new Date(at).toISOString().slice(0, 10), fromMs: at, toMs: at + DAY_MS });
  const days = Array.from({ length: 20 }, (_, i) => MADE_UP_NOW_MS + i * DAY_MS);
  return {
    tests: mark(dossier.faces.map(({ tests }) => tests)),
    dossier: mark([
      dossier.open,
      dossier.breaches,
      dossier.lines,
      dossier.people,
      dossier.chain,
      dossier.faces.map(({ work, finishedMs }) => [work, finishedMs]),
    ]),
    sections: mark(releasedSections(revision.decided?.faces ?? [])),
    after: mark(
      dossier.faces.map((of) => [
        warrantyOf(of, since),
        of.face.family && of.finishedMs !== undefined ? careLooks(of.face.family as never, of.finishedMs) : null,
      ]),
    ),
    plate: mark(plateOf({ revision, lines: log, readings: model.readings, nowMs })),
    diary: mark(days.map((at) => [diaryOf(log, day(at)), talkOf(log, ['caustic', 'dust'], { atMs: at, timeZone: model.job.timeZone })])),
    batches: mark(usedByBatch(log)),
  };
}

interface Around {
  model: JobModel;
  plan: JobPlan;
  facePlan: FacePlan;
  conditions: PlanConditions;
  turn: number;
}

function workedFace(face: Face, { model, plan, facePlan, conditions, turn }: Around): object {
  const features = model.features.filter(({ faceId }) => faceId === face.id);
  const readings = model.readings.filter(({ faceId }) => faceId === face.id);
  const waterLevelM = facePlan.water?.level.levelM;
  const today = { ms: MADE_UP_NOW_MS, temperatureC: conditions.temperatureC };
  const facts = faceFacts({ face, plan: facePlan, features, readings, job: model.job, today });
  const candidates = judgeFace(facts, USUAL_HOUSE);
  const items = plan.workItems.filter(({ faceId }) => faceId === face.id);
  const finish = FINISHES[turn % FINISHES.length]!;
  const slab = slabResults(face, readings);
  const site = {
    face,
    features,
    junctions: plan.junctions.filter(({ faceIds }) => faceIds[0] === face.id),
    around: model,
    house: USUAL_HOUSE,
    conditions,
  };
  const context = { now: NOW, coated: facePlan.buildUp !== undefined, ...(waterLevelM === undefined ? {} : { waterLevelM }) };
  const places = [undefined, ...features.filter(({ kind }) => kind === 'damp-area' || kind === 'salt-bloom')];
  return {
    face: face.mark,
    water: mark([
      ...[faceCases(face, model), sideWaters(face, model), features.map(({ path }) => featureCases(path, face, model))],
      features.map((feature) => checkCrackFlow(feature, face, waterLevelM ?? 0)),
      ...[
        stoppingOrder([face], features, waterLevelM),
        facePlan.water,
        facePlan.headAtFoot,
        facePlan.force,
        facePlan.loads,
        facePlan.rating,
      ],
    ]),
    survey: mark([
      places.map((place) => diagnose(dampFacts(face, place, model, context))),
      ...[
        slab,
        slabVerdict(slab, finish),
        carbideLimit(face, finish),
        slabNotShown(slabAsked(face), readings, NOW),
        testPlaces(face),
        risingReach(face),
      ],
      dryingForecast(face, readings, { base: 'sealed', ambientRhPct: 50, temperatureC: 18, limitRhPct: 85 }),
    ]),
    choice: mark([facts, candidates, turn % 3 === 0 ? rankOptions(candidates, site, USUAL_WEIGHTS) : null]),
    layers: mark([facePlan.layers, facePlan.prepare, facePlan.care, careOf(face, model.job), facePlan.schools, facePlan.findings]),
    details: mark([facePlan.treatments, facePlan.stopping, facePlan.treatments.map((treatment) => sectionOf(treatment, 2))]),
    lines: mark([
      facePlan.lines,
      readyCards(facePlan.lines),
      facePlan.buildUp?.pour ? wholePour(facePlan.buildUp.pour.name, plan.faces) : null,
    ]),
    work: mark([items, costOf({ plan: facePlan, items, house: USUAL_HOUSE, people: conditions.people, accessMinorPerM2: 0 })]),
    traps: mark(trapsOf(facePlan, face, { features, job: model.job, isRising: turn % 2 === 0 })),
    places: mark([
      netAreaM2(face),
      stripsOf(face, 3),
      testPlacesOn({ face, lines: features.map(({ path }) => path) }, 5, turn % 2 === 0 ? 'spread' : 'worst-first'),
    ]),
  };
}
