import { randomUUID } from 'node:crypto';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const STORES = `${ORGANISATION}/stores`;
const JOB = demoId('ropewalk');
const move = (part: object) => ({ id: randomUUID(), at: '2026-05-10T08:00:00Z', ...part });
const delivery = (part: object = {}) =>
  move({
    kind: 'delivery',
    product: { id: 'osmere-deep', version: 1 },
    batchNumber: 'OD-7',
    madeOn: '2026-04-01',
    packSize: 20,
    packs: 5,
    ...part,
  });

let server: TestServer;
let foreman: Agent;
const add = (body: object, agent = foreman) => agent.post(`${STORES}/moves`).send(body);
const faults = (body: unknown) => (body as { fields: Record<string, { code: string }[]> }).fields;

beforeAll(async () => {
  server = await TestServer.start();
  foreman = await server.as('foreman');
});
afterAll(() => server.stop());

test('a delivery is written down once, under the name of who wrote it', async () => {
  const sent = delivery();
  expect([(await add(sent)).status, (await add(sent)).status]).toEqual([201, 201]);
  const { moves } = (await foreman.get(STORES)).body as { moves: { id: string; by: string }[] };
  expect(moves.filter(({ id }) => id === sent.id)).toEqual([{ ...sent, by: expect.any(String) as string }]);
});

test.each<[string, object, string, string]>([
  ['no such kind', move({ kind: 'lent' }), 'kind', 'not-one-of'],
  ['no packs', delivery({ packs: 0 }), 'packs', 'below-min'],
  ['a pack that is not sold', delivery({ packSize: 19 }), 'packSize', 'no-such-pack'],
  ['a sheet that nobody knows', delivery({ product: { id: 'osmere-deep', version: 9 } }), 'product', 'not-found'],
  ['an unknown field', delivery({ colour: 'grey' }), 'colour', 'unknown-field'],
  ['a name of its own', delivery({ by: 'Somebody' }), 'by', 'unknown-field'],
  ['out of nothing', move({ kind: 'taken', lotId: randomUUID(), amount: 1 }), 'lotId', 'not-found'],
])('refused: %s', async (_what, body, path, code) => {
  const response = await add(body);
  expect([response.status, faults(response.body)[path]?.[0]?.code]).toEqual([400, code]);
});

test('stock never goes negative, not even when two take the last packs at once', async () => {
  const lot = delivery({ packs: 2 });
  await add(lot).expect(201);
  const take = () => move({ kind: 'taken', lotId: lot.id, amount: 30, jobId: JOB, at: '2026-05-11T08:00:00Z' });
  const answers = await Promise.all([add(take()), add(take())]);
  expect(answers.map(({ status }) => status).sort()).toEqual([201, 400]);
  expect(faults(answers.find(({ status }) => status === 400)!.body)['amount']).toEqual([
    { code: 'stock-negative', values: { onHand: 10 } },
  ]);
  const elsewhere = await add(move({ kind: 'returned', lotId: lot.id, amount: 1, jobId: randomUUID() }));
  expect(faults(elsewhere.body)['jobId']?.[0]?.code).toBe('not-found');
});

test('an expired batch needs a reason', async () => {
  const lot = delivery({ expiresOn: '2026-05-01' });
  await add(lot).expect(201);
  const taken = { kind: 'taken', lotId: lot.id, amount: 5 };
  expect(faults((await add(move(taken))).body)['reason']?.[0]?.code).toBe('batch-expired');
  await add(move({ ...taken, reason: 'The maker has extended it in writing.' })).expect(201);
});
