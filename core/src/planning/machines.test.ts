import type { MachineKind } from '../jobs';
import { type WorkItem, machineFrom, programmeJob } from './index';

const MONDAY_7 = Date.parse('2026-05-18T07:00:00Z');
const dry = (faceId: string): WorkItem => ({
  ...{ id: `${faceId}:dry`, faceId, step: 'dry', durationMin: 60, restH: 48, machines: ['dehumidifier'] },
  ...{ quantity: { value: 5, unit: 'm²' }, waits: [], rewet: false },
});
const FACES = [dry('a'), dry('b'), dry('c')];
const placed = (machines?: Partial<Record<MachineKind, number>>, gangs = 1) => {
  const week = { days: [1, 2, 3, 4, 5], fromHour: 7, hours: 10, gangs };
  const when = { nowMs: MONDAY_7, timeZone: 'UTC', temperatureC: 20, week, ...(machines ? { machines } : {}) };
  return programmeJob(FACES, { done: new Map() }, when).tasks;
};
const starts = (...of: Parameters<typeof placed>) => placed(...of).map(({ startMs }) => new Date(startMs).toISOString().slice(8, 16));

describe('a dryer stays until the face is dry', () => {
  test('as many faces dry at once as the house has dryers; of what it does not list nothing is known', () => {
    expect(starts({ dehumidifier: 1 })).toEqual(['18T07:00', '20T08:00', '22T09:00']);
    expect(starts({ dehumidifier: 2 })).toEqual(['18T07:00', '18T08:00', '20T08:00']);
    expect(starts()).toEqual(['18T07:00', '18T08:00', '18T09:00']);
    expect(starts({ dehumidifier: 1 }, 2)).toEqual(['18T07:00', '20T08:00', '22T09:00']);
  });

  test('whoever hangs it up is told where it comes from', () => {
    const itemOf = new Map(FACES.map((item) => [item.id, item]));
    const from = (item: WorkItem, ...of: Parameters<typeof placed>) => machineFrom(item, placed(...of), itemOf)?.id;
    expect(FACES.map((item) => from(item, { dehumidifier: 1 }))).toEqual([undefined, 'a:dry', 'b:dry']);
    expect(FACES.map((item) => from(item, { dehumidifier: 2 }))).toEqual([undefined, undefined, 'a:dry']);
    expect(from({ ...FACES[1]!, machines: ['grinder'] }, { dehumidifier: 1 })).toBeUndefined();
  });
});
