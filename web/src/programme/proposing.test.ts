import type { Proposal } from '@caulkhorn/core/programme';
import { type FromProposal, Proposing, type Search, type ToProposal } from './proposing';

const proposal = (lowerBoundMs: number): Proposal => ({ programme: null, lowerBoundMs, isProven: false, isImpossible: false, clash: [] });
const wanted = { workItems: [], done: new Map(), options: { nowMs: 0, timeZone: 'UTC', temperatureC: 20 }, limitMs: 1000 };

function proposing() {
  const sent: ToProposal[] = [];
  const told: Search[] = [];
  const worker = {
    postMessage: (message: ToProposal) => void sent.push(message),
    terminate: jest.fn(),
    onmessage: null as ((event: { data: FromProposal }) => void) | null,
    onerror: null as (() => void) | null,
  };
  const keeper = new Proposing(
    () => worker as never,
    (search) => void told.push(search),
  );
  return { keeper, sent, told, worker, say: (data: FromProposal) => worker.onmessage!({ data }) };
}

test('tells how far it is, and each better one', () => {
  const { keeper, told, say } = proposing();
  keeper.start(wanted);
  say({ kind: 'so-far', ticket: 1, share: 0.2, proposal: proposal(5) });
  say({ kind: 'so-far', ticket: 1, share: 0.4, proposal: undefined });
  say({ kind: 'done', ticket: 1, proposal: proposal(6) });
  expect(told.map(({ isOn, share, proposal: each }) => [isOn, share, each?.lowerBoundMs])).toEqual([
    [true, 0, undefined],
    [true, 0.2, 5],
    [true, 0.4, 5],
    [false, 1, 6],
  ]);
});

test('of two searches only the later one is heard', () => {
  const { keeper, told, sent, say } = proposing();
  keeper.start(wanted);
  keeper.start(wanted);
  say({ kind: 'done', ticket: 1, proposal: proposal(5) });
  expect(told.at(-1)).toMatchObject({ isOn: true, proposal: undefined });
  expect(sent.map(({ ticket }) => ticket)).toEqual([1, 2]);
});

test('stopped, it ends with the best so far; forgotten, with nothing', () => {
  const { keeper, told, sent, say } = proposing();
  keeper.start(wanted);
  keeper.stop();
  expect(sent.at(-1)).toEqual({ kind: 'stop', ticket: 1 });
  say({ kind: 'so-far', ticket: 1, share: 0.5, proposal: proposal(7) });
  keeper.forget();
  say({ kind: 'done', ticket: 1, proposal: proposal(8) });
  expect(told.at(-1)).toMatchObject({ isOn: false, proposal: undefined });
});

test('a worker that falls is said so, and the next search has another', () => {
  const { keeper, told, worker } = proposing();
  keeper.start(wanted);
  worker.onerror!();
  expect(told.at(-1)).toMatchObject({ isOn: false, hasFailed: true });
  keeper.start(wanted);
  expect(told.at(-1)).toMatchObject({ isOn: true, hasFailed: false });
});
