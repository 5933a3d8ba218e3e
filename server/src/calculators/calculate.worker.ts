import { calculate } from '@caulkhorn/core/calculators';
import type { Result } from '@caulkhorn/core/issues';

export interface Calculation {
  id: string;
  input: unknown;
  /** asked to end after so long; what has a best so far returns it */ deadlineMs: number;
}

/** Runs in a worker thread: one calculation, told to stop at its own limit or the server's, whichever comes first. */
export default function calculateInThread({ id, input, deadlineMs }: Calculation): Result<object> {
  const beganAt = performance.now();
  return calculate(id, input, (_, limitMs) => performance.now() - beganAt >= Math.min(limitMs, deadlineMs));
}
