import type { JobModel } from '../jobs';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { highIn } from './access';
import { USUAL_CREW, USUAL_HOUSE, hazardsOf, planJob, programmeJob, workInZones } from './index';

/** The room with walls so high, and a soffit over it or none. */
function room(heightM: number, { soffit = false, slab = true } = {}): JobModel {
  const model = sampleJob();
  const [north, east, floor] = model.faces;
  const high = [north!, east!].map((face) => ({
    ...face,
    outline: face.outline.map(([u, v]): [number, number] => [u, v > 0 ? heightM : 0]),
  }));
  const over = { ...floor!, id: 'over', mark: 'S', kind: 'soffit' as const, order: 3 };
  const placement = { kind: 'plane' as const, xM: 0, yM: 3, zM: -2.5 + heightM, headingDeg: 0, tiltDeg: 180 };
  return { ...model, faces: [...high, ...(slab ? [floor!] : []), ...(soffit ? [{ ...over, placement }] : [])] };
}

const highFaces = (model: JobModel) => {
  const isHighOf = highIn(model, []);
  return model.faces.filter((face) => isHighOf(face)(undefined)).map(({ id }) => id);
};

test('walls over three metres want a scaffold, and a soffit so high over the floor; the floor never', () => {
  expect(highFaces(room(2.5, { soffit: true }))).toEqual([]);
  expect(highFaces(room(3, { soffit: true }))).toEqual([]);
  expect(highFaces(room(3.1, { soffit: true }))).toEqual(['north', 'east', 'over']);
});

test('how high a soffit is over no floor is not known: it is not taken for low', () => {
  expect(highFaces(room(2.5, { soffit: true, slab: false }))).toEqual(['over']);
});

test('of a high wall what lies low is reached from the floor, what lies high is not', () => {
  const leak = (id: string, vM: number) => crack({ id, mark: id, faceId: 'north', kind: 'leak', path: [[2, vM]], wetState: 'running' });
  const model = { ...room(5), features: [leak('low', 0.4), leak('top', 4.4)] };
  const isHigh = highIn(model, [])(model.faces[0]!);
  expect([isHigh('low'), isHigh('top')]).toEqual([false, true]);
});

describe('the work of a high wall', () => {
  const coated = (heightM: number): JobModel => ({ ...room(heightM), buildUps: [buildUp('north')] });

  test('all that somebody does up there takes the scaffold, with its caution; the wall is kept wet from below', () => {
    const { workItems, junctions } = planJob(coated(5), USUAL_CREW, USUAL_HOUSE);
    expect(workItems.map(({ step }) => step)).toEqual(expect.arrayContaining(['fillet', 'prepare', 'coat-1', 'coat-2', 'cure']));
    for (const item of workItems) {
      const kind = junctions.find(({ id }) => id === item.targetId)?.kind;
      // a fillet along the floor is laid from it, one in a corner of two walls is not
      const isUpThere = item.durationMin > 0 && item.roundsPerDay === undefined && kind !== 'wall-floor';
      expect([item.step, item.machines?.includes('scaffold') ?? false]).toEqual([item.step, isUpThere]);
      expect(hazardsOf(item, []).includes('height')).toBe(isUpThere);
    }
    const low = planJob(coated(2.5), USUAL_CREW, USUAL_HOUSE).workItems;
    expect(low.some(({ machines }) => machines?.includes('scaffold'))).toBe(false);
  });

  test('tried in strips it is reached as it is planned', () => {
    const model = {
      ...coated(5),
      features: [
        crack({
          id: 'low',
          mark: 'K1',
          faceId: 'north',
          path: [
            [1, 0.2],
            [1, 0.9],
          ],
        }),
      ],
    };
    const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
    const setting = { model, junctions: plan.junctions, plans: plan.faces, house: USUAL_HOUSE, conditions: USUAL_CREW };
    const reached = (items: typeof plan.workItems) => items.map(({ id, machines }) => [id, machines]);
    expect(reached(workInZones(setting, new Map()))).toEqual(reached(plan.workItems));
    expect(plan.workItems.some(({ targetId, machines }) => targetId === 'low' && machines === undefined)).toBe(true);
  });

  test('two gangs put up one each; of those that the house counts no more are up at once', () => {
    const { workItems } = planJob(coated(5), USUAL_CREW, USUAL_HOUSE);
    const first = workItems
      .filter(({ step }) => step === 'prepare')
      .map((item) => ({ ...item, waits: [], machines: ['scaffold' as const] }));
    const two = [first[0]!, { ...first[0]!, id: 'other:prepare', faceId: 'other' }];
    const week = { days: [1, 2, 3, 4, 5], fromHour: 7, hours: 10, gangs: 2 };
    const startsAt = (machines: { scaffold?: number }) =>
      programmeJob(
        two,
        { done: new Map() },
        { nowMs: Date.parse('2026-05-18T07:00:00Z'), timeZone: 'UTC', temperatureC: 20, week, machines },
      ).tasks.map(({ startMs }) => startMs);
    expect(new Set(startsAt({})).size).toBe(1);
    expect(new Set(startsAt({ scaffold: 2 })).size).toBe(1);
    expect(new Set(startsAt({ scaffold: 1 })).size).toBe(2);
  });
});
