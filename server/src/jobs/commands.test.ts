import { randomUUID } from 'node:crypto';
import type { Feature, JobModel } from '@caulkhorn/core/jobs';
import { Client } from 'pg';
import { DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('gatehouse');
const WALL = demoId('gatehouse face A');
const PATH = `${ORGANISATION}/jobs/${JOB}`;

const crack = (part: Partial<Feature> = {}): Feature => ({
  id: randomUUID(),
  faceId: WALL,
  mark: 'K9',
  kind: 'crack',
  path: [
    [1, 1],
    [1, 2],
  ],
  widthMm: 0.4,
  movement: 'static',
  wetState: 'dry',
  ...part,
});
const command = (kind: string, payload: object, baseVersion = 0, part: object = {}) => ({
  id: randomUUID(),
  deviceId: randomUUID(),
  jobId: JOB,
  kind,
  baseVersion,
  payload,
  occurredAt: '2026-05-20T10:00:00Z',
  ...part,
});

describe('commands', () => {
  let server: TestServer;
  let planner: Agent;
  let foreman: Agent;
  const send = (agent: Agent, body: object) => agent.post(`${PATH}/commands`).send(body);
  const read = async (): Promise<{ model: JobModel; versions: Record<string, number> }> =>
    (await planner.get(PATH).expect(200)).body as never;
  const featureNow = async (id: string) => (await read()).model.features.find((f) => f.id === id);

  beforeAll(async () => {
    server = await TestServer.start();
    planner = await server.as('planner');
    foreman = await server.as('foreman');
  });
  afterAll(() => server.stop());

  test('who passes a hard limit answers for it under his own name; one that stands may stay', async () => {
    const { name } = DEMO_PEOPLE[0]!;
    const buildUp = {
      id: randomUUID(),
      faceId: WALL,
      family: 'liquid-rubber',
      products: { coat: { id: 'fennick-eel', version: 1 } },
      exception: { by: 'Somebody Else', reason: 'He said so.' },
    };
    const refused = await send(planner, command('build-up.put', buildUp)).expect(400);
    expect(refused.body.fields).toEqual({ 'payload.exception.by': [expect.objectContaining({ code: 'not-this-person' })] });
    const own = { ...buildUp, exception: { by: name, reason: 'The pit is drained.' } };
    await send(planner, command('build-up.put', own)).expect(200);
    await send(planner, command('build-up.put', { ...own, reason: 'Trial' }, 1)).expect(200);
    // the words of another are not put into his mouth either
    const twisted = { ...own, exception: { by: 'Somebody Else', reason: 'The pit is drained.' } };
    await send(planner, command('build-up.put', twisted, 2)).expect(400);
    await send(planner, command('build-up.remove', { id: buildUp.id }, 2)).expect(200);
  });

  test('a feature is put, changed, removed and brought back', async () => {
    const feature = crack();
    expect((await send(foreman, command('feature.put', feature)).expect(200)).body).toMatchObject({ version: 1 });
    expect((await send(foreman, command('feature.put', { ...feature, widthMm: 0.7 }, 1)).expect(200)).body).toMatchObject({ version: 2 });
    expect((await featureNow(feature.id))?.widthMm).toBe(0.7);
    expect((await send(foreman, command('feature.remove', { id: feature.id }, 2)).expect(200)).body).toMatchObject({ version: 3 });
    expect(await featureNow(feature.id)).toBeUndefined();
    expect((await send(foreman, command('feature.put', feature, 3)).expect(200)).body).toMatchObject({ version: 4 });
    expect(await featureNow(feature.id)).toEqual(feature);
  });

  test('sent twice, applied once, answered alike; another change under the same id is refused', async () => {
    const body = command('feature.put', crack());
    const first = await send(foreman, body).expect(200);
    const second = await send(foreman, body).expect(200);
    expect(second.body).toEqual(first.body);
    const other = await send(foreman, { ...body, payload: crack() }).expect(400);
    expect(other.body).toMatchObject({ fields: { id: [{ code: 'id-used-before' }] } });
  });

  test('asked again a job is answered with nothing while it is the same, and whole after each change of anything in it', async () => {
    const again = async (tag: string) => {
      const { status, headers, text } = await planner.get(PATH).set('If-None-Match', tag);
      return { status, tag: headers.etag as string, text };
    };
    const feature = crack();
    const { model, versions } = await read();
    const head = model.job;
    const steps = [
      () => command('feature.put', feature),
      () => command('feature.put', { ...feature, widthMm: 0.7 }, 1),
      () => command('feature.remove', { id: feature.id }, 2),
      () => command('job.put', { ...head, site: 'Elsewhere' }, versions[head.id]),
    ];
    let { tag, text } = await again('');
    // whoever reads it next, pressed or plain, reads the same
    const plain = await foreman.get(PATH).set('Accept-Encoding', 'identity').expect(200);
    expect([plain.headers['content-encoding'], plain.text === text, plain.headers.etag]).toEqual([undefined, true, tag]);
    for (const step of steps) {
      expect(await again(tag)).toMatchObject({ status: 304, text: '' });
      await send(planner, step()).expect(200);
      const now = await again(tag);
      expect([now.status, now.tag === tag, now.text === text]).toEqual([200, false, false]);
      [tag, text] = [now.tag, now.text];
    }
  });

  test('sent twice at the same moment, applied once', async () => {
    const body = command('feature.put', crack({ mark: 'TWICE' }));
    const answers = await Promise.all([send(foreman, body), send(foreman, body), send(foreman, body)]);
    expect(answers.map((answer) => answer.status)).toEqual([200, 200, 200]);
    expect((await read()).model.features.filter((f) => f.mark === 'TWICE')).toHaveLength(1);
  });

  test('of two people editing the same feature one wins, the other is told and shown what stands', async () => {
    const feature = crack();
    await send(foreman, command('feature.put', feature)).expect(200);
    const answers = await Promise.all([
      send(foreman, command('feature.put', { ...feature, note: 'foreman' }, 1)),
      send(planner, command('feature.put', { ...feature, note: 'planner' }, 1)),
    ]);
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409]);
    const stands = await featureNow(feature.id);
    expect(answers.find((answer) => answer.status === 409)!.body).toEqual({
      error: 'stale-version',
      current: { version: 2, item: stands },
    });
  });

  test.each<[string, object, string, string]>([
    ['negative width', crack({ widthMm: -1 }), 'payload.widthMm', 'below-min'],
    ['width as text', { ...crack(), widthMm: '0.4' }, 'payload.widthMm', 'not-a-number'],
    [
      'off its face',
      crack({
        path: [
          [1, 1],
          [77, 1],
        ],
      }),
      'payload.path[1]',
      'off-its-face',
    ],
    ['on no face', crack({ faceId: randomUUID() }), 'payload.faceId', 'not-found'],
    ['unknown field', { ...crack(), colour: 'red' }, 'payload.colour', 'unknown-field'],
    ['a note too long', crack({ note: 'x'.repeat(2001) }), 'payload.note', 'too-long'],
    ['no path', { ...crack(), path: undefined }, 'payload.path', 'missing'],
    ['points that are none', { ...crack(), path: [[1], ['a', 2]] }, 'payload.path', 'not-points'],
    ['no such wet state', { ...crack(), wetState: 'soaked' }, 'payload.wetState', 'not-one-of'],
    ['control characters', crack({ note: 'a\u0000b' }), 'payload.note', 'not-in-this-form'],
  ])('%s: 400 at the field, nothing saved', async (_name, payload, field, code) => {
    const before = await read();
    const { body } = await send(foreman, command('feature.put', payload)).expect(400);
    expect((body as { fields: Record<string, { code: string }[]> }).fields[field]?.map((f) => f.code)).toContain(code);
    expect(await read()).toEqual(before);
  });

  test('a level that is not a number, and a list of levels with one at fault: none is saved', async () => {
    const body = demoId('gatehouse water Ground water, lock side');
    const level = (levelM: unknown) => ({ id: randomUUID(), waterBodyId: body, at: '2026-05-20T10:00:00Z', levelM, kind: 'logger' });
    const before = await read();
    const { body: answer } = await send(
      foreman,
      command('water-levels.add', { levels: [level(-1), level('deep'), { ...level(-2), waterBodyId: randomUUID() }] }),
    ).expect(400);
    expect(Object.keys((answer as { fields: object }).fields)).toEqual(['payload.levels[1].levelM']);
    await send(foreman, command('water-levels.add', { levels: [level(-1), { ...level(-2), waterBodyId: randomUUID() }] })).expect(400);
    expect(await read()).toEqual(before);
    await send(foreman, command('water-levels.add', { levels: [level(-1), level(-2)] })).expect(200);
    expect((await read()).model.waterLevels.length).toBe(before.model.waterLevels.length + 2);
  });

  test('what something depends on is not removed', async () => {
    const { versions } = await read();
    const { body } = await send(foreman, command('face.remove', { id: WALL }, versions[WALL])).expect(400);
    expect(body).toMatchObject({ fields: { 'payload.id': [{ code: 'still-in-use' }] } });
  });

  test('the level that governs is not removed', async () => {
    const { model, versions } = await read();
    const id = model.waterBodies[0]!.governingLevelId!;
    await send(foreman, command('water-level.remove', { id }, versions[id])).expect(400);
  });

  test('one build-up to a face', async () => {
    const buildUp = () => ({
      id: randomUUID(),
      faceId: WALL,
      family: 'crystalline-slurry',
      products: {
        coat: { id: 'tarnwick-veil', version: 2 },
        plug: { id: 'tarnwick-stay', version: 1 },
        mortar: { id: 'tarnwick-pack', version: 1 },
      },
      schools: { 'crack-width': { school: 'A' }, 'second-coat': { school: 'B' } },
    });
    await send(planner, command('build-up.put', buildUp())).expect(200);
    const { body } = await send(planner, command('build-up.put', buildUp())).expect(400);
    expect(body).toMatchObject({ fields: { 'payload.faceId': [{ code: 'face-has-a-build-up' }] } });
  });

  test('a command for another job, or larger than allowed, is refused', async () => {
    await send(foreman, command('feature.put', crack(), 0, { jobId: demoId('ropewalk') })).expect(400);
    const { body } = await send(foreman, command('feature.put', { ...crack(), note: 'x'.repeat(3_000_000) })).expect(400);
    expect(body).toEqual({ error: 'invalid', fields: { '': [{ code: 'body-too-large' }] } });
    await foreman.post(`${PATH}/commands`).set('content-type', 'application/json').send('{"half').expect(400);
  });

  test('another organisation sees and changes nothing, even past the application’s own checks', async () => {
    const client = new Client({ connectionString: server.databaseUrl, options: '-c role=caulkhorn_app' });
    await client.connect();
    try {
      await client.query('begin');
      await client.query(`select set_config('app.organisation_id', $1, true)`, [randomUUID()]);
      for (const table of ['job', 'face', 'feature', 'water_level', 'build_up', 'log_entry', 'plan_revision', 'command'])
        expect((await client.query(`select count(*)::integer as n from ${table}`)).rows).toEqual([{ n: 0 }]);
      expect((await client.query(`update feature set deleted_at = now()`)).rowCount).toBe(0);
      await expect(
        client.query(`insert into job (organisation_id, id, body) values ($1, $2, '{}')`, [demoId('organisation'), randomUUID()]),
      ).rejects.toThrow(/row-level security/);
    } finally {
      await client.end();
    }
  });
});

test('five thousand features is the most a job takes', async () => {
  const server = await TestServer.start();
  try {
    const client = new Client({ connectionString: server.databaseUrl });
    await client.connect();
    await client.query(
      `insert into feature (organisation_id, job_id, id, version, body)
       select organisation_id, job_id, x.id, 1, jsonb_set(body, '{id}', to_jsonb(x.id::text)) from feature, lateral (select gen_random_uuid() as id from generate_series(1, 4999)) x where job_id = $1`,
      [JOB],
    );
    await client.end();
    const foreman = await server.as('foreman');
    const { body } = await foreman.post(`${PATH}/commands`).send(command('feature.put', crack())).expect(400);
    expect(body).toMatchObject({ fields: { payload: [{ code: 'too-many', values: { max: 5000 } }] } });
  } finally {
    await server.stop();
  }
});
