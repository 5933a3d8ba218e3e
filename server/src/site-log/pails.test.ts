import { randomUUID } from 'node:crypto';
import type { PlanRevision } from '@caulkhorn/core/planning';
import { type EntryBody, type LogLine, findBrokenLink, foldLog } from '@caulkhorn/core/site-log';
import { DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { LogDevice } from '../testing/log-device';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('ropewalk');
const PATH = `${ORGANISATION}/jobs/${JOB}`;
const [PLANNER, FOREMAN] = DEMO_PEOPLE as [(typeof DEMO_PEOPLE)[number], (typeof DEMO_PEOPLE)[number]];

describe('pails, wet film and slips', () => {
  let server: TestServer;
  let planner: Agent;
  let phone: LogDevice;
  let work: { workItemId: string; planRevisionId: string };
  let minute = 0;
  const now = () => new Date(Date.parse('2026-05-21T09:00:00Z') + ++minute * 60_000).toISOString();
  const write = async (body: EntryBody, part = {}) => {
    const written = phone.entry(body, now(), part);
    return { id: written.id, refused: await phone.send(written) };
  };

  beforeAll(async () => {
    server = await TestServer.start();
    planner = await server.as('planner');
    phone = new LogDevice(JOB, FOREMAN, await server.as('foreman'));
    const { latest } = (await planner.get(`${PATH}/plan`).expect(200)).body as { latest: PlanRevision };
    work = { workItemId: latest.workItems.find(({ step }) => step === 'coat-1')!.id, planRevisionId: latest.id };
  });
  afterAll(() => server.stop());

  test('a pail, what became of it, and films are written; the chain holds', async () => {
    const mix = await write({ kind: 'mix', ...work, batchNumber: 'TS-9', kg: 12 });
    expect(mix.refused).toEqual({});
    expect((await write({ kind: 'pail', mixId: mix.id, became: 'thrown' })).refused).toEqual({});
    expect((await write({ kind: 'film', ...work, readings: [{ wetMm: 1.1, uM: 0.4, vM: 0.5 }, { wetMm: 0.7 }] })).refused).toEqual({});
    const lines = (await planner.get(`${PATH}/log`).expect(200)).body as LogLine[];
    expect(findBrokenLink(lines)).toBeNull();
    const { pails, films } = foldLog(lines);
    expect(pails.find(({ mixId }) => mixId === mix.id)).toMatchObject({ became: 'thrown', batchNumber: 'TS-9' });
    expect(films.get(work.workItemId)).toHaveLength(2);
  });

  test.each<[string, () => EntryBody, Record<string, string[]>]>([
    ['a film of 40 mm', () => ({ kind: 'film', ...work, readings: [{ wetMm: 40 }] }), { 'payload.body.readings[0].wetMm': ['above-max'] }],
    [
      'air of 400 °C',
      () => ({ kind: 'reading', conditions: { airTemperatureC: 400, surfaceTemperatureC: 12, relativeHumidityPct: 50 } }),
      { 'payload.body.conditions.airTemperatureC': ['above-max'] },
    ],
    ['a kettle of 600 °C', () => ({ kind: 'hot', ...work, of: 'kettle', kettleC: 600 }), { 'payload.body.kettleC': ['above-max'] }],
    ['a kettle without its figure', () => ({ kind: 'hot', ...work, of: 'kettle' }), { 'payload.body.kettleC': ['missing'] }],
    [
      'a coat laid before it was begun',
      () => ({ kind: 'finish', ...work, firstLaidAt: '2026-05-21T08:00:00Z', lastLaidAt: '2026-05-21T07:00:00Z' }),
      { 'payload.body.lastLaidAt': ['last-before-first'] },
    ],
    [
      'a coat that is laid tomorrow',
      () => ({ kind: 'finish', ...work, lastLaidAt: '2026-05-23T07:00:00Z' }),
      { 'payload.body.lastLaidAt': ['after-the-entry'] },
    ],
    ['a pail of a tonne', () => ({ kind: 'mix', ...work, kg: 1_000_000 }), { 'payload.body.kg': ['above-max'] }],
    ['a film without readings', () => ({ kind: 'film', ...work, readings: [] }), { 'payload.body.readings': ['empty-list'] }],
    ['a pail that nobody mixed', () => ({ kind: 'pail', mixId: randomUUID(), became: 'used' }), { 'payload.body.mixId': ['not-found'] }],
    [
      'a pail of work that is not released',
      () => ({ kind: 'mix', ...work, workItemId: 'x' }),
      { 'payload.body.workItemId': ['not-found'] },
    ],
    ['a taking back of nothing', () => ({ kind: 'withdrawn' }), { 'payload.supersedes': ['missing'] }],
  ])('%s is refused, and the chain goes on', async (_, body, fields) => {
    expect((await write(body())).refused).toEqual(fields);
  });

  test('a slip is taken back within a minute by who wrote it, once; later, twice, or another’s it is not', async () => {
    const slip = phone.entry({ kind: 'mix', ...work }, now());
    expect(await phone.send(slip)).toEqual({});
    const back = (afterMs: number, supersedes = slip.id) => {
      const at = new Date(Date.parse(slip.writtenAt) + afterMs).toISOString();
      return phone.entry({ kind: 'withdrawn' }, at, { supersedes });
    };
    expect(await phone.send(back(120_000))).toEqual({ 'payload.supersedes': ['withdrawn-too-late'] });
    const taken = back(30_000);
    expect(await phone.send(taken)).toEqual({});
    expect(await phone.send(back(40_000))).toEqual({ 'payload.supersedes': ['superseded-before'] });
    expect(await phone.send(back(40_000, taken.id))).toEqual({ 'payload.supersedes': ['superseded-before'] });
    const desk = new LogDevice(JOB, PLANNER, planner);
    const mine = phone.entry({ kind: 'mix', ...work }, now());
    expect(await phone.send(mine)).toEqual({});
    const others = desk.entry({ kind: 'withdrawn' }, mine.writtenAt, { supersedes: mine.id, supersedesReason: 'not theirs' });
    expect(await desk.send(others)).toEqual({ 'payload.supersedes': ['withdrawn-too-late'] });
    const lines = (await planner.get(`${PATH}/log`).expect(200)).body as LogLine[];
    expect(foldLog(lines).pails.some(({ mixId }) => mixId === slip.id)).toBe(false);
    expect(findBrokenLink(lines)).toBeNull();
  });
});
