import { CALCULATORS, calculate } from '@caulkhorn/core/calculators';
import { takesLong } from '@caulkhorn/core/fields';
import type { Result } from '@caulkhorn/core/issues';
import { useEffect, useMemo, useReducer, useRef } from 'react';
import type { FromCalculation, ToCalculation } from './calculation.worker';

export interface Calculation {
  /** the latest answer; while a newer one is worked out, the one before */ result: Result<object> | null;
  status: 'done' | 'running' | 'failed';
  /** 0 to 1 */ share: number;
  /** best so far, or none */ stop(): void;
  again(): void;
}

/** Typing settles before a long calculation begins. */
const SETTLE_MS = 250;

/** Answers an input: at once, or from the worker with progress. */
export function useCalculation(id: string, input: Record<string, unknown>): Calculation {
  const calculator = CALCULATORS.get(id);
  const long = calculator !== undefined && takesLong(calculator);
  const key = JSON.stringify(input, (_, value: unknown) => (typeof value === 'number' && !Number.isFinite(value) ? 'no number' : value));
  const quick = useMemo(() => (long ? null : calculate(id, input)), [long, id, input]);
  const slow = useWorker(long ? id : null, input, key);
  return long ? slow : { result: quick, status: 'done', share: 1, stop: () => {}, again: () => {} };
}

type Event =
  { kind: 'begin' } | { kind: 'share'; share: number } | { kind: 'done'; result: Result<object> } | { kind: 'failed' } | { kind: 'again' };
interface State extends Pick<Calculation, 'result' | 'status' | 'share'> {
  round: number;
}

function next(state: State, event: Event): State {
  switch (event.kind) {
    case 'begin':
      return { ...state, status: 'running', share: 0 };
    case 'share':
      return { ...state, share: event.share };
    case 'done':
      return { ...state, status: 'done', share: 1, result: event.result };
    case 'failed':
      return { ...state, status: 'failed', result: null };
    case 'again':
      return { ...state, status: 'running', share: 0, round: state.round + 1 };
  }
}

function useWorker(id: string | null, input: Record<string, unknown>, key: string): Calculation {
  const [state, tell] = useReducer(next, { result: null, status: 'running', share: 0, round: 0 });
  const running = useRef<{ worker: Worker; ticket: number } | null>(null);
  const wanted = useRef(input);
  useEffect(() => {
    wanted.current = input;
  });
  useEffect(
    () => () => {
      running.current?.worker.terminate();
      running.current = null;
    },
    [],
  );
  useEffect(() => {
    if (id === null) return;
    tell({ kind: 'begin' });
    const timer = setTimeout(() => {
      const worker = running.current?.worker ?? new Worker(new URL('./calculation.worker.ts', import.meta.url), { type: 'module' });
      const ticket = (running.current?.ticket ?? 0) + 1;
      running.current = { worker, ticket };
      worker.onmessage = ({ data }: MessageEvent<FromCalculation>) => {
        if (data.ticket !== running.current?.ticket) return;
        tell(data.kind === 'share' ? { kind: 'share', share: data.share } : { kind: 'done', result: data.result });
      };
      worker.onerror = () => {
        worker.terminate();
        running.current = null;
        tell({ kind: 'failed' });
      };
      const message: ToCalculation = { kind: 'run', ticket, id, input: wanted.current };
      worker.postMessage(message);
    }, SETTLE_MS);
    return () => clearTimeout(timer);
  }, [id, key, state.round]);
  return {
    ...state,
    stop: () => running.current?.worker.postMessage({ kind: 'stop', ticket: running.current.ticket } satisfies ToCalculation),
    again: () => tell({ kind: 'again' }),
  };
}
