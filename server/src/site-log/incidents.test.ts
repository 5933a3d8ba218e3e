import { randomUUID } from 'node:crypto';
import type { Incident } from '@caulkhorn/contract';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const NOTES = `${ORGANISATION}/jobs/${demoId('net-loft')}/incidents`;
const note = (part: object = {}) => ({
  ...{ id: randomUUID(), kind: 'near-miss', happenedAt: '2026-05-20T10:00:00Z', what: 'A hose came off its pump.' },
  ...part,
});

describe('accidents and near misses', () => {
  let server: TestServer;
  let [planner, foreman, apprentice]: [Agent, Agent, Agent] = [] as never;
  const read = async (who: Agent) => (await who.get(NOTES).expect(200)).body as Incident[];

  beforeAll(async () => {
    server = await TestServer.start();
    [planner, foreman, apprentice] = [await server.as('planner'), await server.as('foreman'), await server.as('apprentice')];
  });
  afterAll(() => server.stop());

  test('are read by who answers for the job and by who wrote them, and by nobody else', async () => {
    const own = note({ kind: 'accident', hurt: 'Burn on the left hand', place: 'pump pit', done: 'rinsed, to the doctor' });
    await apprentice.post(NOTES).send(own).expect(204);
    await foreman
      .post(NOTES)
      .send(note({ what: 'Ladder slipped.' }))
      .expect(204);
    expect((await read(planner)).map(({ what }) => what).sort()).toEqual(['A hose came off its pump.', 'Ladder slipped.']);
    expect(await read(foreman)).toHaveLength(2);
    const [mine, ...others] = await read(apprentice);
    expect(others).toEqual([]);
    expect(mine).toMatchObject({ ...own, happenedAt: '2026-05-20T10:00:00Z' });
    expect(mine!.writtenBy).not.toBe('');
    expect(Object.keys(mine!)).not.toContain('body');
  });

  test('sent twice are one, and what was written stays: another person’s id, or other words under it, change nothing', async () => {
    const one = note();
    for (let i = 0; i < 2; i++) await apprentice.post(NOTES).send(one).expect(204);
    await apprentice
      .post(NOTES)
      .send({ ...one, what: 'Nothing happened.' })
      .expect(204);
    await foreman
      .post(NOTES)
      .send({ ...one, what: 'Nothing happened.' })
      .expect(409);
    const kept = (await read(planner)).filter(({ id }) => id === one.id);
    expect(kept.map(({ what }) => what)).toEqual(['A hose came off its pump.']);
  });

  test('leave with no file of the job and stand in no log', async () => {
    await apprentice
      .post(NOTES)
      .send(note({ what: 'Somebody fell.', hurt: 'Ada' }))
      .expect(204);
    for (const path of [`${ORGANISATION}/jobs/${demoId('net-loft')}`, `${ORGANISATION}/jobs/${demoId('net-loft')}/log`])
      expect(JSON.stringify((await planner.get(path).expect(200)).body)).not.toContain('Somebody fell.');
  });

  test.each([
    ['in the future', { happenedAt: '2999-01-01T00:00:00Z' }, 'happenedAt'],
    ['without words', { what: '' }, 'what'],
    ['of another kind', { kind: 'gossip' }, 'kind'],
    ['of no time', { happenedAt: 'yesterday' }, 'happenedAt'],
    ['with something else', { blame: 'Bo' }, 'blame'],
  ])('one %s is refused at its place', async (_, part, path) => {
    const { body } = await apprentice.post(NOTES).send(note(part)).expect(400);
    expect(Object.keys((body as { fields: object }).fields)).toEqual([path]);
  });
});
