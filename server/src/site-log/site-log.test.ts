import { DETAIL_RULES_VERSION } from '@caulkhorn/core/build-up';
import { type KeyObject, generateKeyPairSync, randomUUID, sign } from 'node:crypto';
import { CORE_VERSION, type PlanRevision } from '@caulkhorn/core/planning';
import {
  type EntryBody,
  FIRST_LINK,
  type LogEntry,
  type LogLine,
  type Receipt,
  findBrokenLink,
  sealEntry,
  timeMarks,
} from '@caulkhorn/core/site-log';
import { Client } from 'pg';
import { demoId } from '../demo/survey';
import { DEMO_PEOPLE } from '../demo/demo-people';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('gatehouse');
const WALL = demoId('gatehouse face A');
const PATH = `${ORGANISATION}/jobs/${JOB}`;
const FOREMAN = DEMO_PEOPLE[1]!;

describe('site log', () => {
  let server: TestServer;
  let planner: Agent;
  let foreman: Agent;
  let revision: PlanRevision;
  const deviceId = randomUUID();
  let last: Pick<LogEntry, 'hash' | 'deviceSeq'> = { hash: FIRST_LINK, deviceSeq: 0 };

  const entry = (body: EntryBody, part: Partial<LogEntry> = {}): LogEntry =>
    sealEntry({
      id: randomUUID(),
      jobId: JOB,
      deviceId,
      deviceSeq: last.deviceSeq + 1,
      prevHash: last.hash,
      personId: FOREMAN.id,
      personName: FOREMAN.name,
      occurredAt: '2026-05-20T10:00:00Z',
      writtenAt: '2026-05-20T10:00:00Z',
      ...part,
      body,
    });
  const append = (written: LogEntry, agent = foreman) =>
    agent.post(`${PATH}/commands`).send({
      id: randomUUID(),
      deviceId,
      jobId: JOB,
      kind: 'log.append',
      baseVersion: 0,
      payload: written,
      occurredAt: written.occurredAt,
    });
  const lines = async () => (await planner.get(`${PATH}/log`).expect(200)).body as LogLine[];
  const release = (revisionId: string) =>
    planner.post(`${PATH}/commands`).send({
      id: randomUUID(),
      deviceId,
      jobId: JOB,
      kind: 'plan.release',
      baseVersion: 0,
      payload: { revisionId, people: 2, temperatureC: 12 },
      occurredAt: '2026-05-20T09:00:00Z',
    });

  beforeAll(async () => {
    server = await TestServer.start();
    [planner, foreman] = [await server.as('planner'), await server.as('foreman')];
  });
  afterAll(() => server.stop());

  test('nothing can be released before something is chosen', async () => {
    expect((await release(randomUUID()).expect(400)).body).toMatchObject({ fields: { payload: [{ code: 'nothing-to-release' }] } });
  });

  test('a released plan lists the work and pins what it was made with', async () => {
    const buildUp = {
      id: randomUUID(),
      faceId: WALL,
      family: 'crystalline-slurry',
      products: {
        coat: { id: 'osmere-deep', version: 1 },
        plug: { id: 'osmere-halt', version: 1 },
        mortar: { id: 'osmere-fill', version: 3 },
      },
      schools: { 'crack-width': { school: 'A' }, 'second-coat': { school: 'A' } },
    };
    await planner
      .post(`${PATH}/commands`)
      .send({
        id: randomUUID(),
        deviceId,
        jobId: JOB,
        kind: 'build-up.put',
        baseVersion: 0,
        payload: buildUp,
        occurredAt: '2026-05-20T09:00:00Z',
      })
      .expect(200);
    const id = randomUUID();
    await release(id).expect(200);
    revision = ((await planner.get(`${PATH}/plan`).expect(200)).body as { latest: PlanRevision }).latest;
    expect(revision).toMatchObject({
      id,
      number: 1,
      madeBy: DEMO_PEOPLE[0]!.name,
      pins: { core: CORE_VERSION, rules: DETAIL_RULES_VERSION },
    });
    expect(revision.pins.products).toContainEqual({ id: 'osmere-deep', version: 1 });
    expect(revision.workItems.map((item) => item.step)).toEqual(
      expect.arrayContaining(['prepare', 'open', 'plug', 'fill', 'fillet', 'coat-1', 'coat-2']),
    );
  });

  test('entries are numbered, linked and receipted', async () => {
    for (const note of ['one', 'two']) {
      const written = entry({ kind: 'note', note });
      const { body } = await append(written).expect(200);
      expect(body).toMatchObject({ receipt: { entryId: written.id, receiptSeq: last.deviceSeq + 1 } });
      last = written;
    }
    const all = await lines();
    expect(all.map((line) => line.entry.body)).toEqual([
      { kind: 'note', note: 'one' },
      { kind: 'note', note: 'two' },
    ]);
    expect(findBrokenLink(all)).toBeNull();
  });

  test('work of the released plan only, with a reason for a breach', async () => {
    const sweating = { airTemperatureC: 6, surfaceTemperatureC: 1, relativeHumidityPct: 80 };
    const workItemId = revision.workItems.find((item) => item.step === 'coat-1')!.id;
    const start = { kind: 'start', workItemId, planRevisionId: revision.id, conditions: sweating } as const;
    expect((await append(entry({ ...start, workItemId: 'elsewhere' })).expect(400)).body.fields).toHaveProperty([
      'payload.body.workItemId',
    ]);
    expect((await append(entry({ ...start, planRevisionId: randomUUID() })).expect(400)).body.fields).toHaveProperty([
      'payload.body.planRevisionId',
    ]);
    expect((await append(entry(start)).expect(400)).body.fields).toHaveProperty(['payload.body.breachReason']);
    expect(
      (await append(entry({ ...start, conditions: { ...sweating, relativeHumidityPct: 130 } })).expect(400)).body.fields,
    ).toHaveProperty(['payload.body.conditions.relativeHumidityPct']);
    // frost is refused by the server too, whatever the reason and whatever a page lets pass
    const frost = { airTemperatureC: 4, surfaceTemperatureC: -1, relativeHumidityPct: 60 };
    const frosty = await append(entry({ ...start, conditions: frost, breachReason: 'heated for an hour' })).expect(400);
    expect(frosty.body.fields).toEqual({ 'payload.body.conditions': [expect.objectContaining({ code: 'frost' })] });
    const { conditions: _, ...blind } = start;
    expect((await append(entry(blind)).expect(400)).body.fields).toHaveProperty(['payload.body.conditions']);
    // a stripe is a coat too; a plug may be started without
    const blindly = (step: string) =>
      append(entry({ kind: 'start', planRevisionId: revision.id, workItemId: revision.workItems.find((item) => item.step === step)!.id }));
    expect((await blindly('stripe').expect(400)).body.fields).toHaveProperty(['payload.body.conditions']);
    const written = entry({ ...start, breachReason: 'heated for an hour' });
    await append(written).expect(200);
    last = written;
  });

  test('an entry out of its chain is told where the chain stands', async () => {
    const { body } = await append(entry({ kind: 'note', note: 'late' }, { deviceSeq: 1, prevHash: FIRST_LINK })).expect(409);
    expect(body).toEqual({ error: 'chain-moved-on', current: { hash: last.hash, deviceSeq: last.deviceSeq } });
  });

  test('altered, or in someone else’s name: refused', async () => {
    expect(
      (await append({ ...entry({ kind: 'note', note: 'a' }), body: { kind: 'note', note: 'b' } }).expect(400)).body.fields,
    ).toHaveProperty(['payload.hash']);
    expect((await append(entry({ kind: 'note', note: 'a' }), await server.as('apprentice')).expect(400)).body.fields).toHaveProperty([
      'payload.personId',
    ]);
    expect((await append(entry({ kind: 'note', note: 'a' }, { supersedes: randomUUID() })).expect(400)).body.fields).toHaveProperty([
      'payload.supersedes',
    ]);
  });

  describe('who wrote it', () => {
    const pair = generateKeyPairSync('ec', { namedCurve: 'P-256' });
    const { kty, crv, x, y } = pair.publicKey.export({ format: 'jwk' });
    const publicKey = { kty, crv, x, y };
    const signedWith = (key: KeyObject, written: LogEntry): LogEntry => ({
      ...written,
      signature: sign('sha256', Buffer.from(written.hash), { key, dsaEncoding: 'ieee-p1363' }).toString('base64url'),
    });
    const DEVICES = `${ORGANISATION}/devices`;
    const own = randomUUID();
    const note = (text: string, part: Partial<LogEntry> = {}) =>
      entry({ kind: 'note', note: text }, { deviceId: own, deviceSeq: 1, prevHash: FIRST_LINK, ...part });
    const post = (written: LogEntry, agent = foreman) =>
      agent.post(`${PATH}/commands`).send({
        id: randomUUID(),
        deviceId: written.deviceId,
        jobId: JOB,
        kind: 'log.append',
        baseVersion: 0,
        payload: written,
        occurredAt: written.occurredAt,
      });

    test('a name that is not the session’s is refused, whatever the entry says', async () => {
      expect((await append(entry({ kind: 'note', note: 'a' }, { personName: 'Somebody Else' })).expect(400)).body.fields).toHaveProperty([
        'payload.personName',
      ]);
    });

    test('a device belongs to one person, and to nobody twice', async () => {
      await foreman
        .put(`${DEVICES}/${own}`)
        .send({ publicKey: { ...publicKey, x: 'A'.repeat(43) } })
        .expect(400);
      await foreman.put(`${DEVICES}/${own}`).send({ publicKey }).expect(200);
      await foreman.put(`${DEVICES}/${own}`).send({ publicKey }).expect(200);
      const apprentice = await server.as('apprentice');
      expect((await apprentice.put(`${DEVICES}/${own}`).send({ publicKey }).expect(409)).body).toEqual({ error: 'device-of-another' });
      const other = generateKeyPairSync('ec', { namedCurve: 'P-256' }).publicKey.export({ format: 'jwk' });
      expect(
        (
          await foreman
            .put(`${DEVICES}/${own}`)
            .send({ publicKey: { kty: other.kty, crv: other.crv, x: other.x, y: other.y } })
            .expect(409)
        ).body,
      ).toEqual({ error: 'device-has-a-key' });
      const { id, name } = DEMO_PEOPLE[3]!;
      const inTheirs = signedWith(pair.privateKey, note('x', { personId: id, personName: name }));
      expect((await post(inTheirs, apprentice).expect(400)).body.fields).toHaveProperty(['payload.deviceId']);
    });

    test('sent again because its answer was lost, it is there once: under another signature, and linked anew as another device', async () => {
      const mine = randomUUID();
      await foreman.put(`${DEVICES}/${mine}`).send({ publicKey }).expect(200);
      const written = note('answered, and not heard', { deviceId: mine });
      const command = { id: randomUUID(), jobId: JOB, kind: 'log.append', baseVersion: 0, occurredAt: written.occurredAt };
      const send = (payload: LogEntry) => foreman.post(`${PATH}/commands`).send({ ...command, deviceId: payload.deviceId, payload });
      const before = (await lines()).length;
      const [first, again] = [signedWith(pair.privateKey, written), signedWith(pair.privateKey, written)];
      expect(first.signature).not.toBe(again.signature);
      const { body } = await send(first).expect(200);
      expect((await send(again).expect(200)).body).toEqual(body);
      const { hash: _hash, signature: _signature, ...plain } = written;
      const anew = sealEntry({ ...plain, deviceId: randomUUID() });
      expect((await send(anew).expect(200)).body).toEqual(body);
      expect((await lines()).length).toBe(before + 1);
      // another text under that id is another thing
      const other = signedWith(pair.privateKey, sealEntry({ ...plain, body: { kind: 'note', note: 'something else' } }));
      expect((await send(other).expect(400)).body.fields).toEqual({ id: [{ code: 'id-used-before' }] });
    });

    test('a device that holds a key signs: unsigned, or signed with another, is refused', async () => {
      expect((await post(note('unsigned')).expect(400)).body.fields).toHaveProperty(['payload.signature']);
      const stranger = generateKeyPairSync('ec', { namedCurve: 'P-256' }).privateKey;
      expect((await post(signedWith(stranger, note('forged'))).expect(400)).body.fields).toHaveProperty(['payload.signature']);
      const { receipt } = (await post(signedWith(pair.privateKey, note('mine'))).expect(200)).body as { receipt: Receipt };
      expect(receipt.keyId).toMatch(/^[0-9a-f]{32}$/);
      expect(receipt.signature).toMatch(/^[\w-]{86}$/);
      // one without a key signs nothing
      expect((await append(signedWith(pair.privateKey, entry({ kind: 'note', note: 'b' }))).expect(400)).body.fields).toHaveProperty([
        'payload.signature',
      ]);
    });

    test('one corrects oneself; another’s only foreman and planner, with a reason; what is corrected is corrected once', async () => {
      const apprentice = await server.as('apprentice');
      const { id, name } = DEMO_PEOPLE[3]!;
      const theirs = { deviceId: randomUUID(), personId: id, personName: name, deviceSeq: 1, prevHash: FIRST_LINK };
      const warning = entry({ kind: 'note', note: 'do not coat here' });
      await append(warning).expect(200);
      last = warning;
      const erase = entry({ kind: 'note', note: 'all fine' }, { ...theirs, supersedes: warning.id, supersedesReason: 'looked again' });
      expect((await post(erase, apprentice).expect(400)).body.fields['payload.supersedes']).toEqual([{ code: 'not-yours-to-correct' }]);
      const slip = entry({ kind: 'note', note: 'wall B' }, theirs);
      await post(slip, apprentice).expect(200);
      const mend = entry({ kind: 'note', note: 'wall C' }, { ...theirs, deviceSeq: 2, prevHash: slip.hash, supersedes: slip.id });
      await post(mend, apprentice).expect(200);
      const bare = entry({ kind: 'note', note: 'wall D' }, { supersedes: mend.id });
      expect((await append(bare).expect(400)).body.fields['payload.supersedesReason']).toEqual([{ code: 'supersede-needs-reason' }]);
      const reasoned = entry({ kind: 'note', note: 'wall D' }, { supersedes: mend.id, supersedesReason: 'seen on the photo' });
      await append(reasoned).expect(200);
      last = reasoned;
      const again = entry({ kind: 'note', note: 'wall E' }, { supersedes: mend.id, supersedesReason: 'once more' });
      expect((await append(again).expect(400)).body.fields['payload.supersedes']).toEqual([{ code: 'superseded-before' }]);
    });

    test('what happened before the job, in the future or long ago is kept', async () => {
      for (const occurredAt of ['1999-01-01T00:00:00Z', '2099-01-01T00:00:00Z']) {
        const written = entry({ kind: 'note', note: occurredAt }, { occurredAt, writtenAt: occurredAt });
        await append(written).expect(200);
        last = written;
      }
      const marks = (await lines()).slice(-2).map((line) => timeMarks(line));
      expect(marks).toEqual([['late'], ['in-future']]);
    });
  });

  test('the application’s role can neither change nor delete what is written', async () => {
    const client = new Client({ connectionString: server.databaseUrl, options: '-c role=caulkhorn_app' });
    await client.connect();
    try {
      for (const table of ['log_entry', 'plan_revision', 'command']) {
        await expect(client.query(`update ${table} set job_id = job_id`)).rejects.toThrow(/permission denied/);
        await expect(client.query(`delete from ${table}`)).rejects.toThrow(/permission denied/);
      }
    } finally {
      await client.end();
    }
  });
});
