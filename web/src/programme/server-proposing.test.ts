import { api } from '../shared/api';
import type { Search } from './proposing';
import { ServerProposing } from './server-proposing';

jest.mock('../shared/api');
const { post, get } = jest.mocked(api);
const remove = jest.mocked(api.delete);
const proposal = { programme: { tasks: [], conflicts: [] }, lowerBoundMs: 1, isProven: false, isImpossible: false, clash: [] };
const asked = {
  pins: new Map([
    ['a', { startMs: 0, isPinned: true }],
    ['b', { startMs: 5, isPinned: false }],
  ]),
  limitMs: 4500,
  goal: 'finish' as const,
};

let told: Search[];
let proposing: ServerProposing;
beforeEach(() => {
  jest.useFakeTimers();
  jest.resetAllMocks();
  told = [];
  proposing = new ServerProposing('/job', (search) => told.push(search));
  post.mockResolvedValue({ searchId: 's' });
  remove.mockResolvedValue(undefined);
});
afterEach(() => jest.useRealTimers());
const looks = (n: number) => jest.advanceTimersByTimeAsync(n * 1000);

test('asks with what is pinned, and tells how far it is until it is over', async () => {
  get.mockResolvedValueOnce({ state: 'running', share: 0.4, proposal: null }).mockResolvedValueOnce({ state: 'done', share: 1, proposal });
  proposing.start(asked);
  await looks(5);
  expect(post).toHaveBeenCalledWith('/job/programme-searches', {
    pins: [{ workItemId: 'a', startsAt: '1970-01-01T00:00:00.000Z' }],
    limitS: 5,
  });
  expect(told.map(({ isOn, share, proposal: found }) => [isOn, share, found])).toEqual([
    [true, 0, undefined],
    [true, 0.4, undefined],
    [false, 1, proposal],
  ]);
  expect(get).toHaveBeenCalledTimes(2);
});

test('another goal than the end is asked for by name', async () => {
  get.mockResolvedValue({ state: 'done', share: 1, proposal });
  proposing.start({ ...asked, goal: 'cost' });
  await looks(2);
  expect(post).toHaveBeenCalledWith('/job/programme-searches', expect.objectContaining({ goal: 'cost' }));
});

test('stopped, the server is told, and what it had is shown', async () => {
  get.mockResolvedValueOnce({ state: 'running', share: 0.4, proposal }).mockResolvedValue({ state: 'done', share: 1, proposal });
  proposing.start(asked);
  await looks(1);
  proposing.stop();
  await looks(2);
  expect(remove).toHaveBeenCalledWith('/job/programme-searches/s');
  expect(told.at(-1)).toMatchObject({ isOn: false, proposal });
});

test('what was asked before says nothing any more, and is given up', async () => {
  get.mockResolvedValue({ state: 'running', share: 0.4, proposal });
  proposing.start(asked);
  await looks(1);
  proposing.close();
  const before = told.length;
  await looks(5);
  expect(told).toHaveLength(before);
  expect(remove).toHaveBeenCalledTimes(1);
});

test.each([
  ['the server cannot be asked', () => post.mockRejectedValue(new Error('away'))],
  ['it cannot be looked at', () => get.mockRejectedValue(new Error('away'))],
  ['it stumbled', () => get.mockResolvedValue({ state: 'failed', share: 1, proposal: null })],
])('where %s, that is told', async (_name, harm) => {
  harm();
  proposing.start(asked);
  await looks(3);
  expect(told.at(-1)).toMatchObject({ isOn: false, hasFailed: true });
});
