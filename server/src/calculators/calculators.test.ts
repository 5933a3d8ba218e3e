import { calculate } from '@caulkhorn/core/calculators';
import { accepted } from '../../../core/src/testing/results';
import { type Agent, TestServer } from '../testing/test-server';

const SLAB = {
  thicknessMm: 150,
  dryingSides: 1,
  base: 'sealed',
  initialRhPct: 98,
  ambientRhPct: 50,
  temperatureC: 20,
  compressiveStrengthMPa: 38,
  days: 200,
  probeDepthFraction: 0.4,
  limitRhPct: 85,
};

/** Many tasks that all want one crew of two: more orders than can be weighed in the time given. */
function crowdedProgramme(timeLimitMs: number) {
  const tasks = Array.from({ length: 40 }, (_, i) => ({
    id: `t${i}`,
    durationMin: 20 + ((i * 37) % 90),
    uses: { crew: 1 + (i % 2), mixer: i % 3 === 0 ? 1 : 0 },
  }));
  const lags = tasks.slice(0, 30).map(({ id }, i) => ({ from: id, to: `t${i + 10}`, kind: 'finish-start', minMin: 30, maxMin: 900 }));
  return {
    horizonMin: 10_000,
    resources: [
      { id: 'crew', capacity: 2 },
      { id: 'mixer', capacity: 1 },
    ],
    tasks,
    lags,
    timeLimitMs,
  };
}

describe('calculations in threads', () => {
  let server: TestServer;
  let agent: Agent;
  beforeAll(async () => {
    server = await TestServer.start();
    agent = await server.as('foreman');
  });
  afterAll(() => server.stop());

  test('a long one answers as the core does', async () => {
    const { body } = await agent.post('/api/calculators/slab-drying').send(SLAB).expect(200);
    expect(body).toEqual(accepted(calculate('slab-drying', SLAB)));
  });

  test('it refuses field by field, and only to those signed in', async () => {
    const { body } = await agent
      .post('/api/calculators/slab-drying')
      .send({ ...SLAB, thicknessMm: -1, base: 'open' })
      .expect(400);
    expect(body.fields).toEqual({ thicknessMm: [{ code: 'not-above', values: { above: 0, unit: 'mm' } }] });
    await server.http.post('/api/calculators/slab-drying').send(SLAB).expect(401);
  });

  test('while one runs the server goes on answering', async () => {
    const answered = { long: false, others: 0 };
    const long = agent
      .post('/api/calculators/programme')
      .send(crowdedProgramme(1500))
      .expect(200)
      .then(({ body }) => {
        answered.long = true;
        expect(body.feasible).toBe(true);
        expect(body.makespanMin).toBeGreaterThanOrEqual(body.lowerBoundMin);
      });
    while (!answered.long && answered.others < 20) {
      await server.http.get('/api/health').expect(200);
      if (!answered.long) answered.others++;
    }
    await long;
    expect(answered.others).toBe(20);
  });

  test('one whose asker has gone is ended, and its thread is free again', async () => {
    const gone = agent.post('/api/calculators/programme').send(crowdedProgramme(60_000));
    const sent = gone.then(
      () => 'answered',
      () => 'gone',
    );
    await new Promise((resolve) => setTimeout(resolve, 300));
    gone.abort();
    expect(await sent).toBe('gone');
    await agent.post('/api/calculators/slab-drying').send(SLAB).expect(200);
  });
});
