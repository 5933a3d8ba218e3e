import type { JobModel } from '@caulkhorn/core/jobs';
import { foldStock } from '@caulkhorn/core/materials';
import { type House, Planner, USUAL_CREW, USUAL_HOUSE, placingOptions, measuredWalls, programmeJob } from '@caulkhorn/core/planning';
import { type EntryBody, FIRST_LINK } from '@caulkhorn/core/site-log';
import { buildUp, crack, sampleJob } from '../../../core/src/testing/sample-job';
import { JobPlanning, type Planning, type PlanSource } from './job-planning';
import type { ShownLine } from './log-lines';
import type { Placer, ToProgramme } from './placing';
import { withChange } from './work-change';

jest.useFakeTimers({ now: Date.parse('2026-05-04T06:00:30Z'), doNotFake: ['performance', 'queueMicrotask'] });

/** Places work as the worker does, in its own next turn. */
class Desk implements Placer {
  static open: Desk[] = [];
  onmessage: Placer['onmessage'] = null;
  onerror: Placer['onerror'] = null;
  private items: Parameters<typeof programmeJob>[0] = [];
  private done: NonNullable<ToProgramme['done']> = new Map();
  readonly asked: ToProgramme[] = [];
  constructor() {
    Desk.open.push(this);
  }
  postMessage(message: ToProgramme) {
    this.asked.push(message);
    this.items = withChange(this.items, message.work);
    this.done = message.done ?? this.done;
    const data = programmeJob(this.items, { done: this.done }, message.options);
    queueMicrotask(() => this.onmessage?.call(this as never, { data } as MessageEvent));
  }
  terminate() {
    Desk.open = Desk.open.filter((each) => each !== this);
  }
}

const HOUSES = new Map<unknown, House>();
const houseOf = (answer: unknown) => HOUSES.get(answer) ?? USUAL_HOUSE;
const NONE = { lines: [], revision: null, houseAnswer: undefined, yard: { bookings: [] } };
const source = (model: Partial<JobModel> = {}): PlanSource => ({
  ...NONE,
  model: { ...sampleJob(), features: [crack()], buildUps: [buildUp('north')], ...model },
});
const line = (body: EntryBody, occurredAt: string): ShownLine => ({
  entry: {
    ...{ id: occurredAt, jobId: 'j', deviceId: 'd', deviceSeq: 1, prevHash: FIRST_LINK, personId: 'p', personName: 'Ida' },
    ...{ body, occurredAt, writtenAt: occurredAt, hash: '', signature: null },
  },
  receipt: null,
});
const ends: (() => void)[] = [];
afterEach(() => {
  ends.splice(0).forEach((end) => end());
  Desk.open = [];
});

/** A planning whose source can be changed, told of changes as a session tells itself. */
function keeping(
  first: PlanSource,
  engine = () => Promise.resolve({ Planner, foldStock, placingOptions, measuredWalls, houseOf: houseOf as never }),
) {
  let crew: { people: number } = { people: 2 };
  const crewListeners = new Set<() => void>();
  const seen: ReturnType<JobPlanning['follow']>[] = [];
  let now = first;
  const look = () => {
    const found = planning.follow(now);
    if (found !== seen.at(-1)) seen.push(found);
    return found;
  };
  const planning = new JobPlanning(
    {
      engine,
      newPlacer: () => new Desk(),
      crew: {
        getState: () => crew,
        subscribe: (listener) => {
          crewListeners.add(listener);
          return () => crewListeners.delete(listener);
        },
      },
    },
    () => void look(),
  );
  const open = () => {
    const end = planning.open();
    ends.push(end);
    return end;
  };
  look();
  return {
    ...{ planning, seen, open, look },
    last: () => seen.at(-1) as Planning,
    change(next: Partial<PlanSource>) {
      now = { ...now, ...next };
      return look() as Planning;
    },
    setCrew(next: typeof crew) {
      crew = next;
      crewListeners.forEach((tell) => tell());
    },
    listeners: crewListeners,
  };
}

const settle = () => jest.advanceTimersByTimeAsync(100);
async function planned(first: PlanSource) {
  const kept = keeping(first);
  kept.open();
  kept.planning.ask();
  await settle();
  return kept;
}

test('nothing is placed before it is known what the other jobs have of the yard: no work moves a moment after it was shown', async () => {
  const kept = await planned({ ...source(), yard: undefined });
  expect([kept.last(), Desk.open]).toEqual([undefined, []]);
  kept.change({ yard: { bookings: [] } });
  await settle();
  expect(kept.last().programme.tasks.length).toBeGreaterThan(3);
});

test('nothing is fetched, planned or placed before somebody asks; asked twice, it is fetched once', async () => {
  let fetched = 0;
  const kept = keeping(source(), () => {
    fetched++;
    return Promise.resolve({ Planner, foldStock, placingOptions, measuredWalls, houseOf: houseOf as never });
  });
  kept.open();
  await settle();
  expect([fetched, kept.seen, Desk.open]).toEqual([0, [undefined], []]);
  kept.planning.ask();
  kept.planning.ask();
  await settle();
  await kept.planning.due;
  expect(fetched).toBe(1);
  expect(kept.last().plan.workItems.length).toBeGreaterThan(3);
  expect(kept.last().programme.tasks.length).toBe(kept.last().workItems.length);
});

test('an edit makes one new plan; until its work is placed, work and programme stay those that belong together', async () => {
  const kept = await planned(source());
  const before = kept.last();
  const after = kept.change({ model: { ...source().model, features: [crack(), crack({ id: 'k2', mark: 'K2' })] } });
  expect(after.plan).not.toBe(before.plan);
  expect([after.workItems, after.programme]).toEqual([before.workItems, before.programme]);
  await settle();
  expect(kept.last().plan).toBe(after.plan);
  expect(kept.last().workItems.length).toBeGreaterThan(before.workItems.length);
  expect(kept.last().programme.tasks.length).toBe(kept.last().workItems.length);
});

test('looked at again with nothing new it is the very same, and nothing is placed again', async () => {
  const kept = await planned(source());
  const [before, asked] = [kept.last(), Desk.open[0]!.asked.length];
  expect(kept.look()).toBe(before);
  await jest.advanceTimersByTimeAsync(15_000);
  expect(kept.last()).toBe(before);
  expect(Desk.open[0]!.asked.length).toBe(asked);
});

test('the next minute is placed anew, by whole minutes', async () => {
  const kept = await planned(source());
  await jest.advanceTimersByTimeAsync(60_000);
  const [last, before] = [Desk.open[0]!.asked.at(-1)!, Desk.open[0]!.asked[0]!];
  expect(last.options.nowMs - before.options.nowMs).toBe(60_000);
  expect(last.options.nowMs % 60_000).toBe(0);
  expect(kept.last().plan).toBe((kept.seen[1] as Planning).plan);
});

test('the wall as last measured and the crew of this device are what it plans by', async () => {
  const kept = await planned(source());
  expect(kept.last().conditions).toEqual({ people: 2, temperatureC: USUAL_CREW.temperatureC });
  const conditions = { airTemperatureC: 9, surfaceTemperatureC: 7, relativeHumidityPct: 60 };
  const reading = (faceId?: string) => [line({ kind: 'reading', conditions, ...(faceId ? { faceId } : {}) }, '2026-05-04T05:00:00Z')];
  const measured = kept.change({ lines: reading('north') });
  expect(measured.conditions).toEqual({ people: 2, temperatureC: 7 });
  // each face by its own wall or its room's; what nobody measured stays at what is assumed
  const placedBy = () => Desk.open[0]!.asked.at(-1)!.options;
  await settle();
  expect(placedBy().temperatureC).toBe(USUAL_CREW.temperatureC);
  expect(placedBy().wallsC!.get('north')).toEqual([{ atMs: Date.parse('2026-05-04T05:00:00Z'), temperatureC: 7 }]);
  expect(kept.last().walls.get('east')).toMatchObject({ temperatureC: 7, on: 'space' });
  kept.change({ lines: reading() });
  expect(kept.last().walls.get('north')).toMatchObject({ on: 'site' });
  kept.setCrew({ people: 4 });
  expect(kept.last().conditions).toEqual({ people: 4, temperatureC: 7 });
});

test('released work is what is placed, whatever the plan says now', async () => {
  const kept = await planned(source());
  const workItems = kept.last().workItems.slice(0, 2);
  kept.change({ revision: { workItems } as never });
  await settle();
  expect(kept.last().workItems).toBe(workItems);
  expect(kept.last().programme.tasks.map(({ id }) => id)).toEqual(workItems.map(({ id }) => id));
});

test('another house is planned in slices while the plan by the old one stays', async () => {
  const kept = await planned(source());
  const answer = {} as never;
  HOUSES.set(answer, { ...USUAL_HOUSE, sparePct: 40 });
  const meanwhile = kept.change({ houseAnswer: answer });
  const [first] = meanwhile.plan.supply.orders;
  await settle();
  const now = kept.last().plan.supply.orders.find(({ product }) => product.id === first!.product.id)!;
  expect(now.required / first!.required).toBeCloseTo(1.4 / (1 + USUAL_HOUSE.sparePct / 100), 9);
});

test.each([
  ['the part that plans cannot be fetched', () => Promise.reject(new Error('no signal'))],
  [
    'planning stumbles',
    () => Promise.resolve({ Planner: Stumbling as never, foldStock, placingOptions, measuredWalls, houseOf: houseOf as never }),
  ],
])('%s: whoever waits is told, and the fault is shown', async (_what, engine) => {
  const kept = keeping(source(), engine as never);
  kept.open();
  kept.planning.ask();
  await kept.planning.due;
  expect(kept.seen.at(-1)).toEqual({ fault: expect.any(Error) });
});

class Stumbling {
  *prepare() {
    yield;
    throw new Error('stumbled');
  }
}

test('closed, it leaves clock, crew and worker; opened again it places the work again', async () => {
  const kept = keeping(source());
  const end = kept.open();
  kept.planning.ask();
  await settle();
  end();
  expect([Desk.open.length, kept.listeners.size, jest.getTimerCount()]).toEqual([0, 0, 0]);
  kept.open();
  kept.look();
  await settle();
  expect(Desk.open).toHaveLength(1);
  expect(kept.last().programme.tasks.length).toBe(kept.last().workItems.length);
});
