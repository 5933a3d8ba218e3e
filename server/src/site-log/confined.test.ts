import type { EntryBody } from '@caulkhorn/core/site-log';
import { DEMO_PEOPLE } from '../demo/demo-people';
import { demoId } from '../demo/survey';
import { LogDevice } from '../testing/log-device';
import { TestServer } from '../testing/test-server';

const JOB = demoId('ropewalk');
const PIT = '7a1f1c1e-0f5a-4c44-9a55-3f0f6f6b7f10';
const GOOD = { oxygenPct: 20.9, lelPct: 0, h2sPpm: 0, coPpm: 2 };

describe('a confined space', () => {
  let server: TestServer;
  let phone: LogDevice;
  const at = (minute: number) => new Date(Date.parse('2026-05-21T09:00:00Z') + minute * 60_000).toISOString();
  const write = (minute: number, body: EntryBody) => phone.send(phone.entry(body, at(minute)));
  const goes = (name: string, part: Partial<Extract<EntryBody, { kind: 'inside' }>> = {}): EntryBody => ({
    ...{ kind: 'inside', spaceId: PIT, name, went: 'in', watcher: 'Bo Falk' },
    ...part,
  });
  const air = (part: Partial<typeof GOOD> = {}): EntryBody => ({ kind: 'gas', spaceId: PIT, reading: { ...GOOD, ...part } });

  beforeAll(async () => {
    server = await TestServer.start();
    phone = new LogDevice(JOB, DEMO_PEOPLE[1]!, await server.as('foreman'));
  });
  afterAll(() => server.stop());

  test('nobody goes in before it is said how he would be brought out', async () => {
    expect(await write(-90, air())).toEqual({});
    expect(await write(-89, goes('Tove'))).toEqual({ 'payload.body': ['rescue-first'] });
    expect(await write(-88, { kind: 'rescue', spaceId: PIT, out: '', call: '112' })).toEqual({ 'payload.body.out': [expect.any(String)] });
    expect(await write(-88, { kind: 'rescue', spaceId: PIT, out: 'Winch and line at the hatch', call: '112' })).toEqual({});
    expect(await write(-87, goes('Tove'))).toEqual({});
    expect(await write(-86, goes('Tove', { went: 'out' }))).toEqual({});
  });

  test('nobody goes in before its air was read, within the half hour, and is good; out is never refused', async () => {
    expect(await write(0, goes('Tove'))).toEqual({ 'payload.body': ['gas-first'] });
    expect(await write(1, air())).toEqual({});
    expect(await write(2, goes('Tove'))).toEqual({});
    expect(await write(3, goes('Ada', { watcher: 'ada' }))).toEqual({ 'payload.body.watcher': ['watcher-is-inside'] });
    expect(await write(32, goes('Ada'))).toEqual({ 'payload.body': ['gas-first'] });
    expect(await write(33, air({ oxygenPct: 18.9 }))).toEqual({});
    expect(await write(34, goes('Ada'))).toEqual({ 'payload.body': ['gas-alarm'] });
    expect(await write(35, goes('Tove', { went: 'out' }))).toEqual({});
    // of another time the air of that time counts
    expect(await write(20, goes('Ada'))).toEqual({});
  });

  test('a reading that is none is refused by its fields', async () => {
    expect(await write(40, air({ oxygenPct: 120 }))).toEqual({ 'payload.body.reading.oxygenPct': [expect.any(String)] });
    expect(await write(40, air({ h2sPpm: -1 }))).toEqual({ 'payload.body.reading.h2sPpm': [expect.any(String)] });
  });

  test('who works alone says how often he is asked', async () => {
    expect(await write(50, { kind: 'alone', state: 'begun' })).toEqual({ 'payload.body.everyMin': ['missing'] });
    expect(await write(50, { kind: 'alone', state: 'begun', everyMin: 2 })).toEqual({ 'payload.body.everyMin': [expect.any(String)] });
    expect(await write(50, { kind: 'alone', state: 'begun', everyMin: 20 })).toEqual({});
  });
});
