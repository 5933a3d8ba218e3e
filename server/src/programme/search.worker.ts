import { type MessagePort, receiveMessageOnPort } from 'node:worker_threads';
import { type Product, SHIPPED_CATALOGUE } from '@caulkhorn/core/catalogue';
import { type StockMove, foldStock } from '@caulkhorn/core/materials';
import {
  type Found,
  type Goal,
  type HouseRules,
  type StoredWork,
  betterProgrammeJob,
  foundByGoal,
  jobInTime,
  programmeJob,
  takenOf,
} from '@caulkhorn/core/planning';

/** What a thread is handed: plain data, since a catalogue is none. */
export interface SearchTask extends Omit<StoredWork, 'house' | 'store' | 'today'> {
  moves: StockMove[];
  rules: HouseRules;
  products: Product[];
  /** where somebody has set down that a piece of work begins */ pins: { workItemId: string; startsAt: string }[];
  nowMs: number;
  goal: Goal;
  limitMs: number;
  port: MessagePort;
}

/** How far it is; the proposal only where there is another. Any message that comes back is the word to stop. */
export interface SearchTold {
  share: number;
  proposal: Found | null;
}

const TELL_MS = 500;

/** Runs in a worker thread: searches until its time is over, it is told to stop, or nothing better is left. */
export default function searchInThread({ rules, products, moves, pins, nowMs, goal, limitMs, port, ...stored }: SearchTask): Found | null {
  const house = { ...rules, catalogue: SHIPPED_CATALOGUE.with(products) };
  const today = new Date(nowMs).toISOString().slice(0, 10);
  const store = { stock: foldStock(moves, house.catalogue, today) };
  const { site, conditions, plan, workItems, placedBy } = jobInTime({ ...stored, house, today, store });
  const pinned = new Map(pins.map(({ workItemId, startsAt }) => [workItemId, { startMs: Date.parse(startsAt), isPinned: true }]));
  const options = { ...placedBy, nowMs, kept: pinned };
  const byGoal = (other: Exclude<Goal, 'finish'>) => {
    const kept = new Map([...(placedBy.kept ?? []), ...pinned]);
    const standing = programmeJob(workItems, site, { ...options, kept });
    const what = { people: conditions.people, labourMinorPerH: house.labourMinorPerH, taken: takenOf(workItems, plan.faces) };
    return foundByGoal(other, standing, site.done, { workItems, options, ...what });
  };
  const beganAt = performance.now();
  let toldAt = beganAt;
  let told: unknown;
  let isStopped = false;
  const search = goal === 'finish' ? betterProgrammeJob(workItems, site, options) : byGoal(goal);
  let next = search.next(false);
  while (!next.done) {
    const now = performance.now();
    if (now - toldAt > TELL_MS) {
      const { proposal } = next.value;
      port.postMessage({
        share: Math.min(1, (now - beganAt) / limitMs),
        proposal: proposal.programme === told ? null : proposal,
      } satisfies SearchTold);
      told = proposal.programme;
      toldAt = now;
      isStopped ||= receiveMessageOnPort(port) !== undefined;
    }
    next = search.next(isStopped || now - beganAt >= limitMs);
  }
  return next.value ?? null;
}
