import { foldStock, coverageOf } from '../materials';
import type { Feature, JobModel, Photo } from '../jobs';
import { USUAL_CREW, USUAL_HOUSE, planJob, programmeJob, revisionContent } from '../planning';
import type { PlanRevision } from '../planning';
import { DAY_MS, HOUR_MS } from '../quantities';
import { foldLog } from '../site-log';
import type { LogEntry, SiteState } from '../site-log';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { type JobSeen, comingIn, expiryLines, foundSince, missingIn, sharesOf, shortLines } from './index';

const NOW = Date.parse('2026-03-02T07:00:00Z');
const job = (part: Partial<JobModel> = {}): JobModel => ({ ...sampleJob(), features: [crack()], buildUps: [buildUp('north')], ...part });
const planned = (model: JobModel) => planJob(model, USUAL_CREW, USUAL_HOUSE);
const decisions = (model: JobModel) => revisionContent(model, planned(model), USUAL_CREW, USUAL_HOUSE);
const release = (model: JobModel): PlanRevision => ({
  id: 'r',
  number: 1,
  madeAt: '2026-03-01T12:00:00Z',
  madeBy: 'Ada',
  ...decisions(model),
});
const NOTHING_DONE = foldLog([]);

const seen = (model: JobModel, part: Partial<JobSeen> = {}): JobSeen => ({
  model,
  plan: planned(model),
  revision: release(model),
  today: decisions(model).decided!,
  site: NOTHING_DONE,
  conflicts: [],
  nowMs: NOW,
  ...part,
});
const codesOf = (lines: readonly { code: string }[]) => lines.map(({ code }) => code);

describe('found, not planned', () => {
  const released = job();
  const leak: Feature = { ...crack(), id: 'k2', mark: 'L9', wetState: 'running' };

  test('nothing is, while nothing was added', () => {
    const { decided } = decisions(released);
    expect(foundSince(decided!, JSON.parse(JSON.stringify(decided)) as typeof decided & object, released)).toEqual({
      foundIds: [],
      changedIds: [],
      goneIds: [],
    });
  });

  test('a leak found after the release is on nobody’s sheet: said, and said loudly', () => {
    const later = job({ features: [crack(), leak] });
    const lines = missingIn(seen(later, { revision: release(released) }));
    expect(lines.find(({ mark }) => mark === 'L9')).toEqual({
      code: 'found-not-planned',
      place: { step: 'build-up', faceId: 'north', featureId: 'k2' },
      mark: 'L9',
      tone: 'wrong',
    });
  });

  test('a crack that was measured wider is planned otherwise than released; one that went is told', () => {
    const wider = job({ features: [{ ...crack(), widthMm: 2.5 }] });
    expect(foundSince(decisions(released).decided!, decisions(wider).decided!, wider).changedIds).toContain('k1');
    const gone = job({ features: [] });
    expect(foundSince(decisions(released).decided!, decisions(gone).decided!, gone).goneIds).toEqual(['k1']);
  });

  test('a new plan settles it', () => {
    const later = job({ features: [crack(), leak] });
    expect(codesOf(missingIn(seen(later)))).not.toContain('found-not-planned');
  });
});

describe('what is missing', () => {
  test('without a release that comes first; faces without a build-up are named, each with its place', () => {
    const lines = missingIn(seen(job(), { revision: null }));
    expect(lines[0]).toMatchObject({ code: 'not-released', place: { step: 'programme' } });
    expect(lines.filter(({ code }) => code === 'no-build-up').map(({ mark, place }) => [mark, place.faceId])).toEqual([
      ['E', 'east'],
      ['F', 'floor'],
    ]);
  });

  test('a crack of unknown width is to be decided on site, and is a gap of the survey', () => {
    const { widthMm: _unknown, ...unmeasured } = crack();
    const lines = missingIn(seen(job({ features: [unmeasured] })));
    expect(lines).toContainEqual(expect.objectContaining({ code: 'undecided', mark: 'K1' }));
    expect(lines).toContainEqual(
      expect.objectContaining({
        code: 'survey-gap',
        mark: 'K1',
        values: expect.objectContaining({ gap: 'crack-without-width' }) as object,
      }),
    );
  });

  test('a window that will be missed is named with its work', () => {
    const model = job();
    const coat = planned(model).workItems.find(({ step }) => step === 'coat-2')!;
    const lines = missingIn(
      seen(model, {
        conflicts: [
          { code: 'window-missed', taskId: coat.id, lateMs: HOUR_MS },
          { code: 'beyond-horizon', taskId: coat.id },
        ],
      }),
    );
    expect(lines.filter(({ code }) => code === 'window-missed')).toEqual([
      expect.objectContaining({ mark: 'N', tone: 'wrong', values: { workItemId: coat.id, step: 'coat-2' } }),
    ]);
  });
});

describe('looks at what was stopped (after a day, a week, four weeks: common practice, no source)', () => {
  const model = job({ features: [{ ...crack(), kind: 'leak', wetState: 'running', widthMm: undefined } as Feature] });
  const plug = planned(model).workItems.find(({ step }) => step === 'plug' || step === 'inject')!;
  const stopped = (daysAgo: number): Partial<JobSeen> => ({
    site: {
      ...NOTHING_DONE,
      done: new Map([[plug.id, { finishedAt: NOW - daysAgo * DAY_MS, batchNumbers: [], people: [] }]]),
    } as SiteState,
  });
  const looks = (daysAgo: number, photos: Photo[] = []) =>
    missingIn(seen({ ...model, photos }, stopped(daysAgo))).filter(({ code }) => code === 'look-due');
  const photo = (daysAgo: number): Photo => ({
    id: 'p',
    faceId: 'north',
    featureId: 'k1',
    at: new Date(NOW - daysAgo * DAY_MS).toISOString(),
    originalSha256: '',
  });

  test('the first is due a day after', () =>
    expect(looks(0.5)).toEqual([expect.objectContaining({ tone: 'soon', atMs: NOW + 0.5 * DAY_MS })]));
  test('who is late is told', () => expect(looks(2)[0]).toMatchObject({ tone: 'wrong', mark: 'K1' }));
  test('a photo of the place settles it', () => expect(looks(2, [photo(1)])).toEqual([]));
  test('one taken before it was due does not', () => expect(looks(2, [photo(2)])).toHaveLength(1));
  test('from the week on the week counts, not the day', () => expect(looks(8).map(({ atMs }) => atMs)).toEqual([NOW - DAY_MS]));
});

describe('what comes', () => {
  const model = job({ features: [] });
  const { workItems } = planned(model);

  test('the next work of a face, once, with its window once it has one', () => {
    const programme = programmeJob(workItems, { done: new Map() }, { nowMs: NOW, timeZone: 'Europe/Oslo', temperatureC: 15 });
    expect(comingIn({ programme, workItems, model }, NOW, 2 * DAY_MS)).toMatchObject([
      { code: 'starts', mark: 'N', atMs: expect.any(Number) as number },
    ]);
    // all but the second coat, which then has its hours
    const before = workItems.filter(({ step }) => step !== 'coat-2' && step !== 'cure');
    const done = new Map(
      before.map(({ id }) => [id, { startedAt: NOW - 2 * HOUR_MS, finishedAt: NOW - HOUR_MS, batchNumbers: [], people: [] }]),
    );
    const later = programmeJob(workItems, { done }, { nowMs: NOW, timeZone: 'Europe/Oslo', temperatureC: 20 });
    const [next] = comingIn({ programme: later, workItems, model }, NOW, 2 * DAY_MS);
    expect(next!.code).toMatch(/^window-open/);
    expect(next!.values).toHaveProperty('closesMs');
  });

  test('nothing beyond the span', () => {
    const programme = programmeJob(workItems, { done: new Map() }, { nowMs: NOW, timeZone: 'Europe/Oslo', temperatureC: 15 });
    expect(comingIn({ programme, workItems, model }, NOW - 30 * DAY_MS, 2 * DAY_MS)).toEqual([]);
  });
});

test('shares: of faces seen and planned, of minutes worked', () => {
  expect(sharesOf(seen({ ...job(), faces: [], features: [] }))).toEqual({});
  const shares = sharesOf(seen(job()));
  expect(shares).toEqual({ surveyed: 1 / 3, planned: 1 / 3, coated: 0 });
});

test('the store: short by order date, batches by their last day', () => {
  const { orders } = planned(job()).supply;
  const stock = foldStock([], USUAL_HOUSE.catalogue, '2026-03-02');
  const neededOn = new Map(orders.map(({ product }) => [product.id, '2026-03-03']));
  const lines = shortLines(coverageOf(orders, stock, 'job', neededOn), '2026-03-02');
  expect(lines).toHaveLength(orders.length);
  expect(lines[0]).toMatchObject({ code: 'short', values: { product: orders[0]!.product.name } });
  const lot = (expiresOn: string) =>
    foldStock(
      [
        {
          kind: 'delivery',
          id: 'd',
          at: '2026-01-01T08:00:00Z',
          by: 'Ada',
          product: { id: orders[0]!.product.id, version: orders[0]!.product.version },
          batchNumber: 'B1',
          expiresOn,
          packSize: 25,
          packs: 4,
        },
      ],
      USUAL_HOUSE.catalogue,
      '2026-03-02',
    );
  expect(codesOf(expiryLines(lot('2026-03-01')))).toEqual(['expired']);
  expect(expiryLines(lot('2026-03-20'))).toMatchObject([{ code: 'expires', values: { batch: 'B1', days: 18 } }]);
  expect(expiryLines(lot('2026-09-20'))).toEqual([]);
});

describe('after handover', () => {
  const visit = (at: string, part: object = {}): LogEntry =>
    ({
      occurredAt: at,
      body: { kind: 'visit', faceId: 'north', why: 'look', wet: 'dry', found: [], ...part },
    }) as unknown as LogEntry;
  const linesOf = (...visits: LogEntry[]) =>
    missingIn(seen(job(), { site: { ...NOTHING_DONE, visits } })).filter(({ code }) => code === 'care-broken' || code === 'visit-leaks');

  test('what a visit found stands there until one finds it otherwise', () => {
    const found = visit('2026-02-01T09:00:00Z', { wet: 'leaks', found: ['drilling'] });
    expect(linesOf(found)).toEqual([
      expect.objectContaining({ code: 'care-broken', mark: 'N', tone: 'wrong', values: { by: 'drilling' } }),
      expect.objectContaining({ code: 'visit-leaks', place: { step: 'survey', faceId: 'north' }, tone: 'wrong' }),
    ]);
    expect(linesOf(found, visit('2026-02-20T09:00:00Z'))).toEqual([]);
    expect(linesOf(visit('2026-02-01T09:00:00Z'))).toEqual([]);
  });
});
