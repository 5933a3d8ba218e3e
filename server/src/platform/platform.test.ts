import { calculate, CALCULATORS } from '@caulkhorn/core/calculators';
import { TestServer } from '../testing/test-server';
import { describeApi } from './api-docs';
import { ConfigError, readConfig } from './config';
import { isDatabaseAway } from './errors';

describe('settings', () => {
  const env = { DATABASE_URL: 'postgres://x', PORT: '4400', SESSION_SECRET: 'x'.repeat(32) };

  test('all that is missing is named in one line', () => {
    expect(() => readConfig({ PORT: '1' })).toThrow(/^Missing in the environment: DATABASE_URL \(.*\); SESSION_SECRET \(.*\)\.$/);
  });

  test.each([
    ['PORT must be a port number', { PORT: 'eighty' }],
    ['at least 32 characters', { SESSION_SECRET: 'short' }],
    ['TLS_CERT and TLS_KEY go together', { TLS_CERT: '/x' }],
  ])('%s', (message, part) => {
    expect(() => readConfig({ ...env, ...part })).toThrow(ConfigError);
    expect(() => readConfig({ ...env, ...part })).toThrow(message);
  });
});

test('faults of the connection are told from faults of a statement', () => {
  const fault = (code: string) => Object.assign(new Error('x'), { code });
  expect(isDatabaseAway(fault('ECONNREFUSED'))).toBe(true);
  expect(isDatabaseAway(fault('57P01'))).toBe(true);
  expect(isDatabaseAway(Object.assign(new Error('x'), { driverError: fault('ECONNRESET') }))).toBe(true);
  expect(isDatabaseAway(fault('23505'))).toBe(false);
});

describe('a running server', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await TestServer.start();
  });
  afterAll(() => server.stop());

  test('calculators answer as the core does, and refuse field by field', async () => {
    const agent = await server.as('apprentice');
    const input = { waterLevelM: 1, pointLevelM: -2 };
    const { body } = await agent.post('/api/calculators/hydrostatic-head').send(input).expect(200);
    expect(calculate('hydrostatic-head', input)).toEqual({ ok: true, value: body });
    const refused = await agent
      .post('/api/calculators/dew-point')
      .send({ airTemperatureC: 20, relativeHumidityPct: 130, x: 1 })
      .expect(400);
    expect(refused.body).toEqual({
      error: 'invalid',
      fields: { x: [{ code: 'unknown-field' }], relativeHumidityPct: [{ code: 'above-max', values: { max: 100, unit: '%' } }] },
    });
    const list = (await agent.get('/api/calculators').expect(200)).body as { id: string }[];
    expect(list.map((c) => c.id)).toEqual([...CALCULATORS.keys()]);
  });

  test('headers let nothing in from elsewhere', async () => {
    const { headers } = await server.http.get('/api/health').expect(200);
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    expect(headers).not.toHaveProperty('x-powered-by');
  });

  test('the API describes its bodies, none of them empty', () => {
    const document = describeApi(server.app) as unknown as {
      paths: object;
      components: { schemas: Record<string, { properties?: object }> };
    };
    expect(Object.keys(document.paths)).toContain('/api/organisations/{organisationId}/jobs/{jobId}/commands');
    for (const name of ['SignInDto', 'JobHeadDto', 'CommandDto', 'JobFileDto', 'FeatureDto', 'calculator.film'])
      expect(Object.keys(document.components.schemas[name]!.properties!).length).toBeGreaterThan(1);
  });
});
