import type { DeviceAnswer } from '@caulkhorn/contract';
import { type LogLine, findBrokenLink, timeMarks } from '@caulkhorn/core/site-log';
import { DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { LogDevice } from '../testing/log-device';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('ropewalk');
type Person = (typeof DEMO_PEOPLE)[number];
const [, FOREMAN, , APPRENTICE] = DEMO_PEOPLE as [Person, Person, Person, Person];

describe('a lost device', () => {
  let server: TestServer;
  let agents: Record<'planner' | 'foreman' | 'apprentice', Agent>;
  let phone: LogDevice;
  let minute = 0;
  const note = (text: string) =>
    phone.send(phone.entry({ kind: 'note', note: text }, new Date(Date.now() - 3_600_000 + ++minute * 60_000).toISOString()));
  const lines = async () => (await agents.planner.get(`${ORGANISATION}/jobs/${JOB}/log`).expect(200)).body as LogLine[];
  const known = async (who: keyof typeof agents) => (await agents[who].get(`${ORGANISATION}/devices`).expect(200)).body as DeviceAnswer[];

  beforeAll(async () => {
    server = await TestServer.start();
    agents = { planner: await server.as('planner'), foreman: await server.as('foreman'), apprentice: await server.as('apprentice') };
    phone = new LogDevice(JOB, FOREMAN, agents.foreman);
    expect(await note('before')).toEqual({});
  });
  afterAll(() => server.stop());

  test('whoever looks after people sees every device, others their own', async () => {
    const all = await known('planner');
    expect(all.find(({ id }) => id === phone.deviceId)).toMatchObject({ personId: FOREMAN.id, hasKey: false, lastAt: expect.any(String) });
    expect((await known('foreman')).every(({ personId }) => personId === FOREMAN.id)).toBe(true);
    expect((await known('apprentice')).every(({ personId }) => personId === APPRENTICE.id)).toBe(true);
  });

  test('another’s is not told lost; what it sends afterwards is kept and marked, what came before is not, and the chain holds', async () => {
    const path = `${ORGANISATION}/devices/${phone.deviceId}/revocation`;
    await agents.apprentice.post(path).send({}).expect(404);
    await agents.planner.post(path).send({}).expect(200);
    expect(await note('after')).toEqual({});
    const log = await lines();
    const [before, after] = ['before', 'after'].map((text) => log.find(({ entry: { body } }) => body.note === text)!);
    expect(timeMarks(before!)).not.toContain('lost-device');
    expect(timeMarks(after!)).toContain('lost-device');
    expect(findBrokenLink(log)).toBeNull();
    // told twice, it stays lost since the first time
    const since = (await known('foreman')).find(({ id }) => id === phone.deviceId)!.revokedAt;
    await agents.foreman.post(path).send({}).expect(200);
    expect((await known('foreman')).find(({ id }) => id === phone.deviceId)!.revokedAt).toBe(since);
    const { body } = await agents.foreman.get('/api/account/events').expect(200);
    expect(JSON.stringify(body)).toContain('device-revoked');
  });

  test('a clock that is off is sealed with the entry', async () => {
    const at = new Date().toISOString();
    const entry = phone.entry({ kind: 'note', note: 'a day fast' }, at, {
      writtenAt: new Date(Date.now() + 86_400_000).toISOString(),
      clockAheadS: 86_400,
    });
    expect(await phone.send(entry)).toEqual({});
    const line = (await lines()).find(({ entry: { id } }) => id === entry.id)!;
    expect(line.entry.clockAheadS).toBe(86_400);
    expect(timeMarks(line)).toContain('clock-off');
    expect(await phone.send(phone.entry({ kind: 'note', note: 'half' }, at, { clockAheadS: 0.5 }))).toEqual({
      'payload.clockAheadS': [expect.any(String)],
    });
  });
});
