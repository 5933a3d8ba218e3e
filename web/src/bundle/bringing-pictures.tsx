import '../messages/later';
import { useEffect, useRef, useState } from 'react';
import { t } from '../messages/t';
import { ApiError } from '../shared/api';
import { Button } from '../shared/ui/button';
import { bringPictures } from './bring-pictures';

type State = { at: 'ready' } | { at: 'running'; done: number } | { at: 'stopped'; why: string } | { at: 'done'; refused: number };

/** Brings pictures of a bundle into a job: how far it is, stopped at one press, and gone on with where it stopped. */
export function BringingPictures({
  path,
  pictures,
  isBegun = false,
  onDone,
}: {
  path: string;
  pictures: ReadonlyMap<string, Uint8Array>;
  /** at once, without a press */ isBegun?: boolean;
  onDone(): void;
}) {
  const [state, setState] = useState<State>(isBegun ? { at: 'running', done: 0 } : { at: 'ready' });
  const running = useRef<AbortController | null>(null);
  const of = pictures.size;
  const run = (controller: AbortController) => {
    running.current = controller;
    const { signal } = controller;
    bringPictures({ path, pictures, signal, onProgress: (done) => signal.aborted || setState({ at: 'running', done }) }).then(
      (refused) => {
        if (signal.aborted) return;
        setState({ at: 'done', refused: refused.length });
        if (refused.length === 0) onDone();
      },
      (fault: unknown) =>
        setState({
          at: 'stopped',
          why: signal.aborted ? '' : t(`failed.${fault instanceof ApiError && fault.isAway ? 'away' : 'fault'}.text`),
        }),
    );
  };
  const begin = useRef(run);
  useEffect(() => {
    const controller = new AbortController();
    if (isBegun) begin.current(controller);
    return () => (running.current ?? controller).abort();
  }, [isBegun]);
  if (state.at === 'running')
    return (
      <div className="flex items-center gap-3">
        <progress className="h-2 flex-1 accent-water" value={state.done} max={of} aria-label={t('brought.title')} />
        <span className="text-[13px] tabular-nums">{t('brought.going', { done: state.done, of })}</span>
        <Button size="small" className="max-[719px]:h-14" onClick={() => running.current?.abort()}>
          {t('bundle.cancel')}
        </Button>
      </div>
    );
  if (state.at === 'done')
    return (
      <div role="status" className="flex flex-col gap-2">
        <p>{t('brought.done', { n: of - state.refused })}</p>
        {state.refused > 0 ? (
          <>
            <p className="font-medium text-iron">{t('brought.refused', { n: state.refused })}</p>
            <Button className="self-start" onClick={onDone}>
              {t('brought.go-on-without')}
            </Button>
          </>
        ) : null}
      </div>
    );
  return (
    <div className="flex flex-col items-start gap-2">
      {state.at === 'stopped' ? (
        <p role="status" className="font-medium">
          {t('brought.stopped')} {state.why}
        </p>
      ) : null}
      <Button className="max-[719px]:h-14 max-[719px]:w-full" onClick={() => run(new AbortController())}>
        {t(state.at === 'stopped' ? 'brought.again' : 'brought.do', { n: of })}
      </Button>
    </div>
  );
}
