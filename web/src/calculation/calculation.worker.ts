import { CALCULATORS } from '@caulkhorn/core/calculators';
import { begin } from '@caulkhorn/core/fields';
import { type Result, issue, refuse } from '@caulkhorn/core/issues';

export type ToCalculation = { kind: 'run'; ticket: number; id: string; input: unknown } | { kind: 'stop'; ticket: number };
export type FromCalculation = { kind: 'share'; ticket: number; share: number } | { kind: 'done'; ticket: number; result: Result<object> };

/** Runs the core's long calculations off the page's thread, in slices, so that a word to stop is heard in between. */
const scope = self as unknown as DedicatedWorkerGlobalScope;
/** Work between two looks at what has come in. */
const SLICE_MS = 25;
/** No calculation on a phone runs longer, whatever its input asks for. */
const LONGEST_MS = 60_000;

/** the run that is wanted; an older one ends as soon as a newer one comes */
let current = 0;
let stopAsked = 0;

scope.onmessage = ({ data }: MessageEvent<ToCalculation>) => {
  if (data.kind === 'stop') stopAsked = data.ticket;
  else {
    current = data.ticket;
    void run(data.ticket, data.id, data.input);
  }
};

async function run(ticket: number, id: string, input: unknown): Promise<void> {
  const send = (message: FromCalculation) => scope.postMessage(message);
  const calculator = CALCULATORS.get(id);
  const begun = calculator ? begin(calculator, input) : refuse(issue('unknown-calculator', ''));
  if (!begun.ok) return send({ kind: 'done', ticket, result: begun });
  const { steps, limitMs } = begun.value;
  const beganAt = performance.now();
  const limit = Math.min(limitMs, LONGEST_MS);
  let pausedAt = beganAt;
  let slice = steps.next(false);
  while (!slice.done) {
    if (performance.now() - pausedAt > SLICE_MS) {
      // a search for the best has no share of its own: its time has
      const share = Number.isFinite(limitMs) ? (performance.now() - beganAt) / limit : slice.value;
      send({ kind: 'share', ticket, share: Math.min(1, share) });
      await nextTask();
      pausedAt = performance.now();
      if (current !== ticket) return;
    }
    slice = steps.next(stopAsked === ticket || performance.now() - beganAt >= limit);
  }
  send({ kind: 'done', ticket, result: slice.value });
}

function nextTask(): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, 0));
}
