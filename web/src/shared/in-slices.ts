/** Work between two looks at what the page has to answer, ms. */
const SLICE_MS = 8;

/** Goes through steps in short slices with the page's own tasks between them, until they end or nobody wants them any more. Returns whether they ended. */
export async function inSlices(steps: Iterator<unknown>, isStopped: () => boolean): Promise<boolean> {
  let pausedAt = performance.now();
  while (!isStopped()) {
    if (steps.next().done) return true;
    if (performance.now() - pausedAt < SLICE_MS) continue;
    await new Promise((resolve) => setTimeout(resolve, 0));
    pausedAt = performance.now();
  }
  return false;
}
