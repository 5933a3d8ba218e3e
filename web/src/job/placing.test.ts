import { type WorkItem, USUAL_CREW, USUAL_HOUSE, planJob, programmeJob } from '@caulkhorn/core/planning';
import { buildUp, crack, sampleJob } from '../../../core/src/testing/sample-job';
import type { SiteState } from '@caulkhorn/core/site-log';
import fc from 'fast-check';
import { type Placed, type Placer, Placing, type ToProgramme, type Wanted } from './placing';
import { changeOf, withChange } from './work-change';

const { workItems } = planJob(
  { ...sampleJob(), features: [crack()], buildUps: [buildUp('north'), buildUp('east')] },
  USUAL_CREW,
  USUAL_HOUSE,
);
const options = { nowMs: Date.parse('2026-05-04T06:00:00Z'), timeZone: 'UTC', temperatureC: 20, wallsC: new Map() };
const NONE: SiteState['done'] = new Map();
const want = (items: readonly WorkItem[], done = NONE): Wanted => ({ workItems: items, done, options });

/** A worker that answers when it is told to, as the real one would. */
class Desk implements Placer {
  readonly told: ToProgramme[] = [];
  isClosed = false;
  onmessage: Placer['onmessage'] = null;
  onerror: Placer['onerror'] = null;
  private items: readonly WorkItem[] = [];
  private done: SiteState['done'] = new Map();
  postMessage(message: ToProgramme) {
    this.told.push(structuredClone(message));
  }
  terminate() {
    this.isClosed = true;
  }
  answer() {
    const { work, done, options: wanted } = this.told.at(-1)!;
    this.items = withChange(this.items, work);
    this.done = done ?? this.done;
    const programme = programmeJob(this.items, { done: this.done }, wanted);
    this.onmessage?.call(this as never, { data: programme } as MessageEvent);
  }
}

function open() {
  const desk = new Desk();
  const placed: Placed[] = [];
  const faults: Error[] = [];
  const placing = new Placing(
    () => desk,
    (answer) => placed.push(answer),
    (fault) => faults.push(fault),
  );
  return { desk, placed, faults, placing };
}

it('gives work and its place in time together', () => {
  const { desk, placed, placing } = open();
  placing.want(want(workItems));
  desk.answer();
  expect(placed).toEqual([{ workItems, programme: programmeJob(workItems, { done: NONE }, options), placedBy: options }]);
});

it('asks one thing at a time, and of what comes meanwhile only the newest', () => {
  const { desk, placed, placing } = open();
  placing.want(want(workItems));
  placing.want(want(workItems.slice(1)));
  placing.want(want(workItems.slice(2)));
  expect(desk.told).toHaveLength(1);
  desk.answer();
  expect(desk.told).toHaveLength(2);
  desk.answer();
  expect(placed.map((answer) => answer.workItems.length)).toEqual([workItems.length, workItems.length - 2]);
});

it('tells only what has changed, and the log only when it has', () => {
  const { desk, placed, placing } = open();
  placing.want(want(workItems));
  desk.answer();
  const slower = workItems.with(2, { ...workItems[2]!, durationMin: 999 });
  placing.want(want(slower));
  expect(desk.told[1]).toEqual({ work: { kind: 'some', at: [[2, slower[2]]] }, options });
  desk.answer();
  const first = workItems[0]!;
  const done: SiteState['done'] = new Map([
    [first.id, { startedAt: options.nowMs - 3_600_000, finishedAt: options.nowMs, batchNumbers: [], people: [] }],
  ]);
  placing.want(want(slower, done));
  desk.answer();
  expect(placed[2]!.programme).toEqual(programmeJob(slower, { done }, options));
  expect(placed[2]!.programme.tasks.find(({ id }) => id === first.id)!.state).toBe('done');
});

it('says when the worker broke down, and ends it when nobody asks any more', () => {
  const { desk, faults, placing } = open();
  placing.want(want(workItems));
  desk.onerror?.call(desk as never, { message: 'out of memory' } as ErrorEvent);
  expect(faults.map(({ message }) => message)).toEqual(['out of memory']);
  placing.close();
  expect(desk.isClosed).toBe(true);
});

it('a change of work gives the new work back, whatever it was', () => {
  const some = fc.array(fc.constantFrom(...workItems), { maxLength: 12 });
  fc.assert(
    fc.property(some, some, (before, after) => {
      expect(withChange(before, changeOf(before, after))).toEqual(after);
    }),
  );
});
