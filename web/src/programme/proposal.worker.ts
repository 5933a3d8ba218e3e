import { type Found, betterProgrammeJob, foundByGoal } from '@caulkhorn/core/planning';
import type { FromProposal, ToProposal } from './proposing';

/** Looks for a better programme off the page's thread, in slices, so that a word to stop is heard in between. */
const scope = self as unknown as DedicatedWorkerGlobalScope;
/** Work between two looks at what has come in. */
const SLICE_MS = 40;

let wanted = 0;
let stopAsked = 0;

scope.onmessage = ({ data }: MessageEvent<ToProposal>) => {
  if (data.kind === 'stop') stopAsked = data.ticket;
  else {
    wanted = data.ticket;
    void search(data);
  }
};

type Wanted = Extract<ToProposal, { kind: 'search' }>;

async function search(given: Wanted): Promise<void> {
  const { ticket, limitMs } = given;
  const send = (message: FromProposal) => scope.postMessage(message);
  const beganAt = performance.now();
  let pausedAt = beganAt;
  const slices = slicesOf(given);
  let told: unknown;
  let slice = slices.next(false);
  while (!slice.done) {
    if (performance.now() - pausedAt > SLICE_MS) {
      const elapsedMs = performance.now() - beganAt;
      const { proposal } = slice.value;
      // a programme is told once; how far the search is, again and again
      send({
        kind: 'so-far',
        ticket,
        share: Math.min(1, elapsedMs / limitMs),
        proposal: proposal.programme === told ? undefined : proposal,
      });
      told = proposal.programme;
      await new Promise((resolve) => setTimeout(resolve, 0));
      pausedAt = performance.now();
      if (wanted !== ticket) return;
    }
    slice = slices.next(stopAsked === ticket || performance.now() - beganAt >= limitMs);
  }
  send({ kind: 'done', ticket, proposal: slice.value });
}

function slicesOf({ workItems, done, options, byGoal }: Wanted): Generator<{ proposal: Found }, Found | undefined, boolean> {
  if (!byGoal) return betterProgrammeJob(workItems, { done }, options);
  const { goal, from, ...what } = byGoal;
  return foundByGoal(goal, from, done, { workItems, options, ...what });
}
