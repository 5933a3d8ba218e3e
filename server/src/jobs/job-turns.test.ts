import { JobTurns } from './job-turns';

const tick = () => new Promise((resolve) => setTimeout(resolve, 1));

test('two of a job at once, in the order they came, and other jobs beside them', async () => {
  const turns = new JobTurns();
  const begun: string[] = [];
  let inside = 0;
  let most = 0;
  const work = (name: string) => async () => {
    begun.push(name);
    most = Math.max(most, ++inside);
    await tick();
    inside--;
  };
  await Promise.all(['1', '2', '3', '4', '5'].map((name) => turns.through('a', work(name))));
  expect(begun).toEqual(['1', '2', '3', '4', '5']);
  expect(most).toBe(2);
  let release!: () => void;
  const held = new Promise<void>((resolve) => (release = resolve));
  const stuck = [turns.through('a', () => held), turns.through('a', () => held)];
  await expect(turns.through('b', () => Promise.resolve('other'))).resolves.toBe('other');
  release();
  await Promise.all(stuck);
});

test('one that fails lets the next in', async () => {
  const turns = new JobTurns();
  const failing = () => Promise.reject(new Error('no'));
  await Promise.allSettled([1, 2, 3].map(() => turns.through('a', failing)));
  await expect(turns.through('a', () => Promise.resolve(4))).resolves.toBe(4);
});
