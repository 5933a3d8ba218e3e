import { randomUUID } from 'node:crypto';
import { RequestMethod } from '@nestjs/common';
import { METHOD_METADATA, PATH_METADATA } from '@nestjs/common/constants';
import { DiscoveryService, MetadataScanner, ModulesContainer } from '@nestjs/core';
import { demoId } from '../demo/survey';
import { DEMO_ORGANISATION } from '../demo/demo-people';
import supertest from 'supertest';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('ropewalk');
const OTHER_JOB = demoId('gatehouse');
const PHOTO = `${ORGANISATION}/jobs/${JOB}/photos/${randomUUID()}`;
const PEOPLE = ['nobody', 'planner', 'foreman', 'inspector', 'apprentice', 'guest', 'client'] as const;
type Who = (typeof PEOPLE)[number];

const jobHead = () => ({ id: randomUUID(), name: 'n', site: 's', timeZone: 'UTC', currency: 'EUR', datum: 'd' });
const command = (kind: string, payload: object = { id: randomUUID() }) => ({
  id: randomUUID(),
  deviceId: randomUUID(),
  jobId: JOB,
  kind,
  baseVersion: 0,
  payload,
  occurredAt: '2026-05-20T10:00:00Z',
});

interface Row {
  route: string;
  body?: () => object;
  /** status by person, in the order of PEOPLE but the client, who gets what a guest does; 400 means: let in, and the empty input refused */ status: readonly [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  /** of the client who was asked to sign, where he does not get what a guest does */ client?: number;
}

/** Who gets what from which route: nobody, planner, foreman, inspector, apprentice, guest. */
const TABLE: readonly Row[] = [
  { route: 'GET /api/health', status: [200, 200, 200, 200, 200, 200] },
  { route: 'POST /api/session', body: () => ({}), status: [400, 400, 400, 400, 400, 400] },
  { route: 'GET /api/session', status: [401, 200, 200, 200, 200, 200] },
  { route: 'GET /api/calculators', status: [401, 200, 200, 200, 200, 200] },
  { route: 'POST /api/calculators/film', body: () => ({ wetFilmMm: 1 }), status: [401, 200, 200, 200, 200, 200] },
  { route: `GET ${ORGANISATION}/jobs`, status: [401, 200, 200, 200, 200, 200] },
  { route: `POST ${ORGANISATION}/jobs`, body: jobHead, status: [401, 201, 403, 403, 403, 403] },
  { route: `GET ${ORGANISATION}/house`, status: [401, 200, 200, 200, 200, 200] },
  { route: `PUT ${ORGANISATION}/house`, body: () => ({}), status: [401, 400, 403, 403, 403, 403] },
  { route: `POST ${ORGANISATION}/house/products`, body: () => ({}), status: [401, 400, 403, 403, 403, 403] },
  { route: `GET ${ORGANISATION}/stores`, status: [401, 200, 200, 403, 200, 403] },
  { route: `POST ${ORGANISATION}/stores/moves`, body: () => ({}), status: [401, 400, 400, 403, 400, 403] },
  { route: `POST ${ORGANISATION}/import`, body: () => ({}), status: [401, 400, 403, 403, 403, 403] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}`, status: [401, 200, 200, 200, 200, 200] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/log`, status: [401, 200, 200, 200, 200, 200] },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/programme-searches`, body: () => ({}), status: [401, 400, 403, 403, 403, 403] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/programme-searches/${randomUUID()}`, status: [401, 404, 403, 403, 403, 403] },
  { route: `DELETE ${ORGANISATION}/jobs/${JOB}/programme-searches/${randomUUID()}`, status: [401, 204, 403, 403, 403, 403] },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/prints`, body: () => ({}), status: [401, 400, 400, 400, 403, 400] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/prints/${randomUUID()}`, status: [401, 404, 404, 404, 403, 404] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/prints/${randomUUID()}/file`, status: [401, 404, 404, 404, 403, 404] },
  { route: `DELETE ${ORGANISATION}/jobs/${JOB}/prints/${randomUUID()}`, status: [401, 204, 204, 204, 403, 204] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/bookings`, status: [401, 200, 200, 200, 200, 200] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/plan`, status: [401, 200, 200, 200, 200, 200] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/outlook`, status: [401, 200, 200, 200, 200, 200] },
  { route: `GET ${ORGANISATION}/jobs/${OTHER_JOB}/outlook`, status: [401, 200, 200, 200, 200, 404] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/figures`, status: [401, 200, 403, 403, 403, 403] },
  { route: `GET ${ORGANISATION}/stores/outlook`, status: [401, 200, 200, 403, 200, 403] },
  { route: `PUT ${ORGANISATION}/jobs/${JOB}/state`, body: () => ({}), status: [401, 400, 403, 403, 403, 403] },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/copies`, body: () => ({}), status: [401, 400, 403, 403, 403, 403] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/export`, status: [401, 200, 200, 200, 403, 200] },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/bundle-seals`, body: () => ({}), status: [401, 400, 400, 400, 403, 400] },
  {
    route: `POST ${ORGANISATION}/jobs/${OTHER_JOB}/bundle-seals`,
    body: () => ({ manifestSha256: 'a'.repeat(64) }),
    status: [401, 201, 201, 201, 403, 404],
  },
  { route: `GET ${ORGANISATION}/jobs/${OTHER_JOB}`, status: [401, 200, 200, 200, 200, 404] },
  { route: `GET ${ORGANISATION}/jobs/${OTHER_JOB}/export`, status: [401, 200, 200, 200, 403, 404] },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/commands`, body: () => command('feature.put'), status: [401, 400, 400, 403, 403, 403] },
  {
    route: `POST ${ORGANISATION}/jobs/${JOB}/commands`,
    body: () => command('water-levels.add', {}),
    status: [401, 400, 400, 403, 403, 403],
  },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/commands`, body: () => command('build-up.put'), status: [401, 400, 403, 403, 403, 403] },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/commands`, body: () => command('plan.release'), status: [401, 400, 403, 403, 403, 403] },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/commands`, body: () => command('job.put'), status: [401, 400, 403, 403, 403, 403] },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/commands`, body: () => command('log.append', {}), status: [401, 400, 400, 403, 400, 403] },
  { route: `PUT ${PHOTO}/file`, body: () => ({}), status: [401, 404, 404, 403, 404, 403] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/brought-photos`, status: [401, 200, 200, 200, 200, 200] },
  { route: `PUT ${ORGANISATION}/jobs/${JOB}/brought-photos/${randomUUID()}`, status: [401, 400, 403, 403, 403, 403] },
  { route: `GET ${PHOTO}/image`, status: [401, 404, 404, 404, 404, 404] },
  { route: `GET ${PHOTO}/thumbnail`, status: [401, 404, 404, 404, 404, 404] },
  // what a person may not see is not there
  { route: `GET ${ORGANISATION}/jobs/${randomUUID()}`, status: [401, 404, 404, 404, 404, 404] },
  { route: `GET /api/organisations/${randomUUID()}/jobs`, status: [401, 404, 404, 404, 404, 404] },
  { route: `GET /api/organisations/${randomUUID()}/jobs/${JOB}`, status: [401, 404, 404, 404, 404, 404] },
  { route: `GET ${ORGANISATION}/jobs/not-an-id`, status: [401, 404, 404, 404, 404, 404] },
  { route: 'POST /api/calculators/no-such', body: () => ({}), status: [401, 404, 404, 404, 404, 404] },
  { route: 'GET /api/no/such/route', status: [404, 404, 404, 404, 404, 404] },
  { route: 'GET /api/account/events', status: [401, 200, 200, 200, 200, 200] },
  { route: 'PUT /api/account/password', body: () => ({}), status: [401, 400, 400, 400, 400, 400] },
  { route: 'POST /api/account/sessions/end-others', body: () => ({}), status: [401, 200, 200, 200, 200, 200] },
  { route: 'GET /api/account/second-factor', status: [401, 200, 200, 200, 200, 200] },
  { route: 'POST /api/account/second-factor', body: () => ({}), status: [401, 400, 400, 400, 400, 400] },
  { route: 'PUT /api/account/second-factor', body: () => ({}), status: [401, 400, 400, 400, 400, 400] },
  { route: 'DELETE /api/account/second-factor', body: () => ({}), status: [401, 400, 400, 400, 400, 400] },
  { route: 'POST /api/account/drawers', body: () => ({}), status: [401, 400, 400, 400, 400, 400] },
  { route: `DELETE /api/account/drawers/${randomUUID()}`, status: [401, 204, 204, 204, 204, 204] },
  { route: 'POST /api/account/enrolment', body: () => ({}), status: [401, 201, 201, 201, 201, 201] },
  { route: 'POST /api/session/drawer', body: () => ({}), status: [400, 400, 400, 400, 400, 400] },
  { route: 'POST /api/session/enrolment', body: () => ({}), status: [400, 400, 400, 400, 400, 400] },
  { route: `POST ${ORGANISATION}/people/${randomUUID()}/enrolment`, body: () => ({}), status: [401, 404, 403, 403, 403, 403] },
  { route: 'POST /api/account/reset', body: () => ({}), status: [400, 400, 400, 400, 400, 400] },
  { route: `GET ${ORGANISATION}/devices`, status: [401, 200, 200, 200, 200, 403] },
  { route: `POST ${ORGANISATION}/devices/${randomUUID()}/revocation`, body: () => ({}), status: [401, 404, 404, 404, 404, 403] },
  { route: `PUT ${ORGANISATION}/devices/${randomUUID()}`, body: () => ({ x: 1 }), status: [401, 400, 400, 400, 400, 403], client: 400 },
  { route: `GET ${ORGANISATION}/people`, status: [401, 200, 403, 403, 403, 403] },
  { route: `POST ${ORGANISATION}/people/${randomUUID()}/reset-link`, body: () => ({}), status: [401, 404, 403, 403, 403, 403] },
  { route: `POST ${ORGANISATION}/people/invitations`, body: () => ({}), status: [401, 400, 403, 403, 403, 403] },
  { route: `DELETE ${ORGANISATION}/people/invitations/${randomUUID()}`, status: [401, 404, 403, 403, 403, 403] },
  { route: `PUT ${ORGANISATION}/people/${randomUUID()}/role`, body: () => ({ role: 'foreman' }), status: [401, 404, 403, 403, 403, 403] },
  { route: `DELETE ${ORGANISATION}/people/${randomUUID()}`, status: [401, 404, 403, 403, 403, 403] },
  { route: `DELETE ${ORGANISATION}/people/${randomUUID()}/jobs/${JOB}`, status: [401, 404, 403, 403, 403, 403] },
  { route: 'POST /api/invitations/look', body: () => ({ token: 'no such' }), status: [400, 400, 400, 400, 400, 400] },
  { route: 'POST /api/invitations/accept', body: () => ({}), status: [400, 400, 400, 400, 400, 400] },
  { route: 'POST /api/signing/look', body: () => ({ token: 'no such' }), status: [400, 400, 400, 400, 400, 400] },
  { route: 'POST /api/signing/open', body: () => ({}), status: [400, 400, 400, 400, 400, 400] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/signing-links`, status: [401, 200, 200, 403, 403, 403] },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/signing-links`, body: () => ({}), status: [401, 400, 400, 403, 403, 403] },
  { route: `DELETE ${ORGANISATION}/jobs/${JOB}/signing-links/${randomUUID()}`, status: [401, 404, 404, 403, 403, 403] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/plates`, status: [401, 200, 403, 403, 403, 403] },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/plates`, body: () => ({}), status: [401, 400, 403, 403, 403, 403] },
  {
    route: `PUT ${ORGANISATION}/jobs/${JOB}/plates/${randomUUID()}`,
    body: () => ({ contact: 'x' }),
    status: [401, 404, 403, 403, 403, 403],
  },
  { route: `DELETE ${ORGANISATION}/jobs/${JOB}/plates/${randomUUID()}`, status: [401, 404, 403, 403, 403, 403] },
  { route: `GET ${ORGANISATION}/jobs/${JOB}/incidents`, status: [401, 200, 200, 403, 200, 403] },
  { route: `POST ${ORGANISATION}/jobs/${JOB}/incidents`, body: () => ({}), status: [401, 400, 400, 403, 400, 403] },
  { route: 'GET /api/plates/no-such-plate', status: [404, 404, 404, 404, 404, 404] },
  { route: 'DELETE /api/session', status: [204, 204, 204, 204, 204, 204] },
];

describe('role × route', () => {
  let server: TestServer;
  const agents = {} as Record<Who, Agent>;

  beforeAll(async () => {
    server = await TestServer.start();
    agents.nobody = server.http as unknown as Agent;
    for (const who of PEOPLE) if (who !== 'nobody' && who !== 'client') agents[who] = await server.as(who);
    const { body: link } = await agents.planner.post(`${ORGANISATION}/jobs/${JOB}/signing-links`).send({ name: 'Nora Quill' });
    const { token, code } = link as { token: string; code: string };
    agents.client = supertest.agent(server.app.getHttpServer());
    await agents.client.post('/api/signing/open').send({ token, code }).expect(200);
  });
  afterAll(() => server.stop());

  test.each(
    TABLE.flatMap(({ route, body, status, client = status[5] }) =>
      PEOPLE.map((who, i) => ({ route: route.replace(ORGANISATION, '…'), who, wanted: status[i] ?? client, call: { route, body } })),
    ),
  )('$route, $who: $wanted', async ({ who, wanted, call }) => {
    const [method, path] = call.route.split(' ') as ['GET' | 'POST' | 'PUT' | 'DELETE', string];
    const request = agents[who][method.toLowerCase() as 'get' | 'post' | 'put' | 'delete'](path);
    const response = await (call.body ? request.send(call.body()) : request);
    expect(response.status).toBe(wanted);
  });

  test('no route is missing from the table', () => {
    const scanner = new MetadataScanner();
    const found = new DiscoveryService(server.app.get(ModulesContainer, { strict: false }) as ModulesContainer)
      .getControllers()
      .flatMap(({ metatype, instance }) => {
        const base = Reflect.getMetadata(PATH_METADATA, metatype!) as string;
        return scanner.getAllMethodNames(Object.getPrototypeOf(instance) as object).flatMap((name) => {
          const handler = (instance as Record<string, object>)[name]!;
          const path = Reflect.getMetadata(PATH_METADATA, handler) as string | undefined;
          if (path === undefined) return [];
          const method = RequestMethod[Reflect.getMetadata(METHOD_METADATA, handler) as number];
          return [`${method} /api/${base}${path === '/' ? '' : `/${path}`}`];
        });
      });
    const asPattern = (route: string) => new RegExp(`^${route.replace(/:\w+/g, '[^/]+')}$`);
    const missing = found.filter((route) => !TABLE.some((row) => asPattern(route).test(row.route)));
    expect(found.length).toBeGreaterThan(10);
    expect(missing).toEqual([]);
  });

  test('a guest’s list holds the granted job only', async () => {
    const guest = await server.as('guest');
    const { body } = await guest.get(`${ORGANISATION}/jobs`);
    expect((body as { id: string }[]).map((job) => job.id)).toEqual([JOB]);
    const session = await guest.get('/api/session');
    expect(session.body).toMatchObject({ organisations: [{ id: DEMO_ORGANISATION.id, standing: 'guest' }] });
  });
});
