import { randomUUID } from 'node:crypto';
import { SHIPPED_CATALOGUE, type Product } from '@caulkhorn/core/catalogue';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const HOUSE = `${ORGANISATION}/house`;
const own = (part: Partial<Product> = {}): Product => ({
  ...SHIPPED_CATALOGUE.newest('osmere-deep')!,
  id: 'own-slurry',
  maker: 'Own yard',
  ...part,
});

let server: TestServer;
let planner: Agent;
beforeAll(async () => {
  server = await TestServer.start();
  planner = await server.as('planner');
});
afterAll(() => server.stop());

describe('how an organisation works', () => {
  test('is kept, version by version; who was slower is told', async () => {
    const rules = {
      schools: { 'crack-width': { school: 'A', reason: 'clay soil' } },
      paces: { coat: 12 },
      labourMinorPerH: 5200,
      sparePct: 3,
      machines: { 'injection-pump': 1, jet: 2 },
      people: [
        {
          ...{ name: 'Pauli Aho', skills: ['injection'], daysOff: ['2026-06-19'] },
          cards: [
            { skill: 'injection', number: 'IN-7', until: '2027-05-31' },
            { skill: 'resins', number: 'R1' },
          ],
        },
      ],
      holidays: [{ day: '2026-06-20', name: 'Midsummer' }],
    };
    const { version } = (await planner.get(HOUSE)).body as { version: number };
    expect((await planner.put(HOUSE).send({ baseVersion: version, ...rules })).body).toEqual({ version: version + 1 });
    expect((await planner.get(HOUSE)).body).toMatchObject({ version: version + 1, ...rules });
    expect((await planner.put(HOUSE).send({ baseVersion: version, ...rules })).status).toBe(409);
    expect((await planner.put(HOUSE).send({ baseVersion: version + 1, ...rules, paces: {} })).body).toEqual({ version: version + 2 });
    // who works there, and when he is off, is no guest's business
    const seen = (await (await server.as('guest')).get(HOUSE)).body as object;
    expect(Object.keys(seen)).toEqual(expect.arrayContaining(['schools', 'machines']));
    expect(seen).not.toHaveProperty('people');
  });

  test.each([
    [{ schools: { taste: { school: 'A' } } }, 'schools.taste'],
    [{ schools: { wetting: { school: 'A', mood: 1 } } }, 'schools.wetting.mood'],
    [{ paces: { coat: 0 } }, 'paces.coat'],
    [{ paces: { dance: 3 } }, 'paces.dance'],
    [{ labourMinorPerH: -1 }, 'labourMinorPerH'],
    [{ sparePct: 101 }, 'sparePct'],
    [{ machines: { crane: 1 } }, 'machines.crane'],
    [{ machines: { jet: -1 } }, 'machines.jet'],
    [{ people: [{ name: 'P', skills: ['juggling'], daysOff: [] }] }, 'people[0].skills[0]'],
    [{ people: [{ name: 'P', skills: [], daysOff: ['2026-02-30'] }] }, 'people[0].daysOff'],
    [{ people: [{ name: 'P', skills: [], daysOff: [], cards: [{ skill: 'juggling', number: '1' }] }] }, 'people[0].cards[0].skill'],
    [{ people: [{ name: 'P', skills: [], daysOff: [], cards: [{ skill: 'resins', number: '' }] }] }, 'people[0].cards[0].number'],
    [
      { people: [{ name: 'P', skills: [], daysOff: [], cards: [{ skill: 'resins', number: '1', until: '2027-02-30' }] }] },
      'people[0].cards[0].until',
    ],
    [{ holidays: [{ day: 'soon', name: 'x' }] }, 'holidays[0].day'],
    [{ colour: 'red' }, 'colour'],
  ])('%j is refused', async (part, path) => {
    const response = await planner.put(HOUSE).send({ baseVersion: 9, schools: {}, paces: {}, labourMinorPerH: 1, sparePct: 0, ...part });
    expect([response.status, Object.keys((response.body as { fields: object }).fields)]).toEqual([400, [path]]);
  });
});

describe('its own sheets', () => {
  const add = (...products: object[]) => planner.post(`${HOUSE}/products`).send({ products });
  const fieldsOf = (body: unknown) => Object.keys((body as { fields: object }).fields);

  test('are added all or none, and the same one again is no fault', async () => {
    const bad = await add(own(), { ...own({ id: 'own-bad' }), workingLifeMin: undefined });
    expect([bad.status, fieldsOf(bad.body)]).toEqual([400, ['products[1].workingLifeMin']]);
    expect((await planner.get(HOUSE)).body).toMatchObject({ products: [] });
    expect((await add(own())).body).toEqual({ added: 1 });
    expect((await add(own())).body).toEqual({ added: 0 });
    expect((await add(own({ version: 2, workingLifeMin: 30 }))).body).toEqual({ added: 1 });
  });

  test.each<[string, Product[], string]>([
    ['a version that is there with other figures', [own({ name: 'Another' })], 'products[0].version'],
    ['a shipped product’s version', [{ ...SHIPPED_CATALOGUE.newest('osmere-deep')!, name: 'Mine' }], 'products[0].version'],
    ['prices in another currency', [own({ version: 3, currency: 'GBP' })], 'products[0].currency'],
    ['a circle', [own({ id: 'own-a', replaces: 'own-b' }), own({ id: 'own-b', replaces: 'own-a' })], 'products[0].replaces'],
  ])('refused: %s', async (_what, products, path) => {
    const response = await add(...products);
    expect(response.status).toBe(400);
    expect(fieldsOf(response.body)).toContain(path);
  });

  test('two who add the same at once both succeed, and it is there once', async () => {
    const twin = own({ id: 'own-twin' });
    const answers = await Promise.all([add(twin), add(twin)]);
    expect(answers.map(({ status }) => status)).toEqual([201, 201]);
    expect(answers.map(({ body }) => (body as { added: number }).added).sort()).toEqual([0, 1]);
  });

  test('a plan is made with them, a guest sees only those of his job, and a file carries them along', async () => {
    const jobId = demoId('ropewalk');
    const job = (await planner.get(`${ORGANISATION}/jobs/${jobId}`)).body as {
      model: { buildUps: { products: object }[] };
      versions: Record<string, number>;
    };
    const buildUp = job.model.buildUps[0] as { id: string; products: Record<string, object> };
    const guest = await server.as('guest');
    expect((await guest.get(HOUSE)).body).toMatchObject({ products: [] });
    const payload = { ...buildUp, products: { ...buildUp.products, coat: { id: 'own-slurry', version: 2 } } };
    const put = await planner.post(`${ORGANISATION}/jobs/${jobId}/commands`).send({
      id: randomUUID(),
      deviceId: randomUUID(),
      jobId,
      kind: 'build-up.put',
      baseVersion: job.versions[buildUp.id],
      payload,
      occurredAt: '2026-05-20T10:00:00Z',
    });
    expect(put.status).toBe(200);
    expect(((await guest.get(HOUSE)).body as { products: Product[] }).products.map(({ id, version }) => [id, version])).toEqual([
      ['own-slurry', 2],
    ]);
    const file = (await planner.get(`${ORGANISATION}/jobs/${jobId}/export`)).body as { products: Product[] };
    expect(file.products.map(({ id, version }) => `${id} ${version}`)).toEqual(['own-slurry 2']);
    const spoilt = { ...file, products: [{ ...file.products[0]!, name: 'Forged' }] };
    expect(fieldsOf((await planner.post(`${ORGANISATION}/import`).send(spoilt)).body)).toEqual(['products[0].version']);
    expect((await planner.post(`${ORGANISATION}/import`).send(file)).status).toBe(201);
  });
});
