import { inSlices } from './in-slices';

function* busy(steps: number, ms: number): Generator<number, void> {
  for (let i = 0; i < steps; i++) {
    for (const end = performance.now() + ms; performance.now() < end;);
    yield i;
  }
}

it('goes to the end, and lets other tasks in between', async () => {
  let others = 0;
  const timer = setInterval(() => others++, 1);
  await expect(inSlices(busy(20, 3), () => false)).resolves.toBe(true);
  clearInterval(timer);
  expect(others).toBeGreaterThan(1);
});

it('stops when nobody wants it any more', async () => {
  let isStopped = false;
  const steps = busy(1000, 3);
  setTimeout(() => (isStopped = true), 20);
  await expect(inSlices(steps, () => isStopped)).resolves.toBe(false);
  expect(steps.next().done).toBe(false);
});

it('hands on what goes wrong in a step', async () => {
  const wrong = {
    next(): IteratorResult<number> {
      throw new Error('no density');
    },
  };
  await expect(inSlices(wrong, () => false)).rejects.toThrow('no density');
});
