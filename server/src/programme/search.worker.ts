import { type MessagePort, receiveMessageOnPort } from 'node:worker_threads';
import { type Product, SHIPPED_CATALOGUE } from '@caulkhorn/core/catalogue';
import { type StockMove, foldStock } from '@caulkhorn/core/materials';
import { type HouseRules, type StoredWork, betterProgrammeJob, jobInTime } from '@caulkhorn/core/planning';
import type { Proposal } from '@caulkhorn/core/programme';

/** What a thread is handed: plain data, since a catalogue is none. */
export interface SearchTask extends Omit<StoredWork, 'house' | 'store'> {
  moves: StockMove[];
  rules: HouseRules;
  products: Product[];
  /** where somebody has set down that a piece of work begins */ pins: { workItemId: string; startsAt: string }[];
  nowMs: number;
  limitMs: number;
  port: MessagePort;
}

/** How far it is; the proposal only where there is another. Any message that comes back is the word to stop. */
export interface SearchTold {
  share: number;
  proposal: Proposal | null;
}

const TELL_MS = 500;

/** Runs in a worker thread: searches until its time is over, it is told to stop, or nothing better is left. */
export default function searchInThread({ rules, products, moves, pins, nowMs, limitMs, port, ...stored }: SearchTask): Proposal | null {
  const house = { ...rules, catalogue: SHIPPED_CATALOGUE.with(products) };
  const today = new Date(nowMs).toISOString().slice(0, 10);
  const store = { stock: foldStock(moves, house.catalogue, today), today };
  const { site, workItems, placedBy } = jobInTime({ ...stored, house, store });
  const kept = new Map(pins.map(({ workItemId, startsAt }) => [workItemId, { startMs: Date.parse(startsAt), isPinned: true }]));
  const beganAt = performance.now();
  let toldAt = beganAt;
  let told: unknown;
  let isStopped = false;
  const search = betterProgrammeJob(workItems, site, { ...placedBy, nowMs, kept });
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
