import { QueryClient } from '@tanstack/react-query';
import { beginAs } from './kept-answers';

jest.mock('idb-keyval', () => ({
  createStore: () => undefined,
  get: () => Promise.resolve(undefined),
  set: () => Promise.resolve(),
  del: () => Promise.resolve(),
}));

let here: string | null;
const OLD = performance.timeOrigin - 60_000;

beforeEach(() => {
  here = null;
  Object.assign(globalThis, {
    localStorage: {
      getItem: () => here,
      setItem: (_key: string, value: string) => void (here = value),
      removeItem: () => void (here = null),
    },
  });
});

/** Answers at hand when it becomes known who is here: one kept from before, one that this page got, one on its way. */
function withAnswers() {
  const client = new QueryClient();
  client.setQueryData(['job', 'kept'], { name: 'of somebody' }, { updatedAt: OLD });
  client.setQueryData(['job', 'got'], { name: 'asked by this page' });
  client.setQueryData(['session'], { personId: 'a' });
  let answer = (_: unknown) => {};
  const asked = client.prefetchQuery({ queryKey: ['house'], queryFn: () => new Promise((resolve) => (answer = resolve)) });
  const held = () =>
    client
      .getQueryCache()
      .getAll()
      .map(({ queryKey }) => queryKey.join(' '))
      .sort();
  return { client, asked, held, answer: () => answer({ name: 'house' }) };
}

test('where nobody was before, what a page asked for under the session it was opened with is not thrown away and asked for again', async () => {
  const { client, asked, held, answer } = withAnswers();
  await beginAs('a', client, true);
  answer();
  await asked;
  expect(held()).toEqual(['house', 'job got', 'session']);
  expect(client.getQueryData(['house'])).toEqual({ name: 'house' });
});

test.each([
  ['somebody else was here before', 'b', true],
  ['one signs in on a page that was open already, whose cookie may have been another’s', null, false],
])('%s: nothing that was asked for stays', async (_what, before, opened) => {
  here = before;
  const { client, held, answer } = withAnswers();
  await beginAs('a', client, opened);
  answer();
  expect(held()).toEqual(['session']);
  expect(here).toBe('a');
});

test('who is here already keeps everything', async () => {
  here = 'a';
  const { client, held } = withAnswers();
  await beginAs('a', client, true);
  expect(held()).toEqual(['house', 'job got', 'job kept', 'session']);
});
