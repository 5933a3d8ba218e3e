import { Turnstile } from './turnstile';

const later = () => {
  let finish = () => {};
  const done = new Promise<void>((resolve) => (finish = resolve));
  return { done, finish: () => finish() };
};
const tick = () => new Promise((resolve) => setImmediate(resolve));
const refusedWith = (work: Promise<unknown>) =>
  work.then(
    () => 'ran',
    (fault: { getStatus(): number }) => fault.getStatus(),
  );

test('only so many at once; the next comes in when one leaves, in the order of asking', async () => {
  const turnstile = new Turnstile({ atOnce: 2, waiting: 5, longestWaitMs: 1000 });
  const works = [later(), later(), later(), later()];
  const began: number[] = [];
  const all = works.map((work, i) => turnstile.through(`p${i}`, () => (began.push(i), work.done)));
  await tick();
  expect(began).toEqual([0, 1]);
  works[1]!.finish();
  await tick();
  expect(began).toEqual([0, 1, 2]);
  for (const work of works) work.finish();
  await Promise.all(all);
  expect(began).toEqual([0, 1, 2, 3]);
});

test('who finds too many waiting is refused at once, who waits too long later, and neither ever ran', async () => {
  const turnstile = new Turnstile({ atOnce: 1, waiting: 1, longestWaitMs: 30 });
  const slow = later();
  const first = turnstile.through('a', () => slow.done);
  let ran = 0;
  const waits = refusedWith(turnstile.through('b', async () => void ran++));
  expect(await refusedWith(turnstile.through('c', async () => void ran++))).toBe(503);
  expect(await waits).toBe(503);
  expect(ran).toBe(0);
  slow.finish();
  await first;
  expect(await refusedWith(turnstile.through('d', async () => void ran++))).toBe('ran');
});

test('one person cannot take every place; a fault frees the place', async () => {
  const turnstile = new Turnstile({ atOnce: 4, waiting: 4, longestWaitMs: 1000, ofOnePerson: 2 });
  const slow = later();
  const mine = [turnstile.through('a', () => slow.done), turnstile.through('a', () => slow.done)];
  expect(await refusedWith(turnstile.through('a', async () => {}))).toBe(503);
  expect(await refusedWith(turnstile.through('b', async () => {}))).toBe('ran');
  await expect(turnstile.through('b', () => Promise.reject(new Error('broke')))).rejects.toThrow('broke');
  slow.finish();
  await Promise.all(mine);
  expect(await refusedWith(turnstile.through('a', async () => {}))).toBe('ran');
});
