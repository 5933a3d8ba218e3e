import { randomUUID } from 'node:crypto';
import type { Plate, PublicPlate } from '@caulkhorn/contract';
import type { PlanRevision } from '@caulkhorn/core/planning';
import { DEMO_ORGANISATION, DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('net-loft');
const PATH = `${ORGANISATION}/jobs/${JOB}`;
const PLATES = `${PATH}/plates`;

describe('a plate on the wall', () => {
  let server: TestServer;
  let planner: Agent;
  const visit = (token: string) => (server.http as unknown as Agent).get(`/api/plates/${token}`);
  const make = async (body: object) => {
    const { id } = (await planner.post(PLATES).send(body).expect(201)).body as { id: string };
    return ((await planner.get(PLATES).expect(200)).body as Plate[]).find((each) => each.id === id)!;
  };
  const faces = async () => {
    const { latest } = (await planner.get(`${PATH}/plan`).expect(200)).body as { latest: PlanRevision };
    return latest.decided!.faces;
  };

  beforeAll(async () => {
    server = await TestServer.start();
    planner = await server.as('planner');
  });
  afterAll(() => server.stop());

  test('opens to anybody what was published, and nobody’s name', async () => {
    const plate = await make({ contact: 'Hollin Works, 0123 45' });
    const { body } = await visit(plate.token).expect(200);
    const { organisation, contact, says } = body as PublicPlate;
    expect({ organisation, contact }).toEqual({ organisation: DEMO_ORGANISATION.name, contact: 'Hollin Works, 0123 45' });
    expect(says.faces.map(({ mark }) => mark)).toEqual(['A', 'B', 'D']);
    expect(says.faces[0]!.voids).toContain('drilling');
    expect(says.faces.every(({ isShown }) => !isShown)).toBe(true);
    for (const { name } of Object.values(DEMO_PEOPLE)) expect(JSON.stringify(body)).not.toContain(name);
    expect(Object.keys(body as object).sort()).toEqual(['contact', 'organisation', 'says']);
  });

  test('of one face tells of that face alone', async () => {
    const face = (await faces()).find(({ mark }) => mark === 'B');
    const { says } = await make({ contact: 'x', faceId: face!.faceId });
    expect(says.faces.map(({ mark }) => mark)).toEqual([face!.mark]);
  });

  test('says what it said until it is told anew, and its address stays', async () => {
    const plate = await make({ contact: 'the office' });
    const before = (await visit(plate.token).expect(200)).body as PublicPlate;
    expect((await visit(plate.token).expect(200)).body).toEqual(before);
    await planner.put(`${PLATES}/${plate.id}`).send({ contact: 'the new office' }).expect(204);
    const after = (await visit(plate.token).expect(200)).body as PublicPlate;
    expect(after.contact).toBe('the new office');
    expect(after.says.asOf > before.says.asOf).toBe(true);
  });

  test('taken back it leads nowhere, and is not told anew', async () => {
    const plate = await make({ contact: 'x' });
    await planner.delete(`${PLATES}/${plate.id}`).expect(204);
    await visit(plate.token).expect(404);
    await planner.put(`${PLATES}/${plate.id}`).send({ contact: 'x' }).expect(404);
    await planner.delete(`${PLATES}/${plate.id}`).expect(404);
    expect(((await planner.get(PLATES).expect(200)).body as Plate[]).map(({ id }) => id)).not.toContain(plate.id);
  });

  test('nothing is published of what is not there: another face, a job without a release, an empty address', async () => {
    const { body } = await planner.post(PLATES).send({ contact: 'x', faceId: randomUUID() }).expect(400);
    expect(body).toMatchObject({ error: 'invalid', fields: { faceId: [{ code: 'nothing-to-publish' }] } });
    await planner.post(`${ORGANISATION}/jobs/${randomUUID()}/plates`).send({ contact: 'x' }).expect(404);
    await planner.post(PLATES).send({ contact: '' }).expect(400);
    await planner.post(PLATES).send({ contact: 'x', says: {} }).expect(400);
    await visit('%00').expect(404);
  });
});
