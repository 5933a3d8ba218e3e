import type { WindowWorkings } from '@caulkhorn/core/planning';
import type { Window } from '@caulkhorn/core/programme';
import { t } from '../messages/t';
import { useWorking } from '../workings/use-working';
import { hoursMinutes, timeNear } from '../shared/times';
import { HOUR_MS } from '@caulkhorn/core/quantities';

/** When a coat may follow: the countdown, and its window as a bar between brackets with the present as a line. */
export function WindowBar({
  window,
  now,
  timeZone,
  workings,
}: {
  window: Window;
  now: number;
  timeZone: string;
  workings?: WindowWorkings;
}) {
  const show = useWorking((state) => state.show);
  const { opensMs, closesMs } = window;
  if (closesMs !== null && closesMs < opensMs) return <NeverOpen window={window} now={now} timeZone={timeZone} workings={workings} />;
  const end = closesMs ?? opensMs + 4 * HOUR_MS;
  const from = Math.min(now, opensMs) - 0.15 * (end - opensMs);
  const to = Math.max(now, end) + 0.1 * (end - opensMs);
  const share = (ms: number) => `${((ms - from) / (to - from)) * 100}%`;
  const state = now < opensMs ? 'before' : closesMs !== null && now > closesMs ? 'after' : 'open';
  const clock =
    state === 'before'
      ? hoursMinutes(opensMs - now)
      : state === 'after'
        ? hoursMinutes(now - closesMs!)
        : closesMs === null
          ? ''
          : hoursMinutes(closesMs - now);
  const tone = { before: 'text-ochre', open: 'text-water', after: 'text-iron' }[state];
  return (
    <div>
      <div className="flex items-end justify-between gap-3">
        <p>
          <span className="block text-soft">{t(`window.${state}`)}</span>
          <span className={`block text-5xl leading-[52px] font-bold ${tone}`} role="timer">
            {clock}
          </span>
        </p>
        <p className="flex flex-col items-end font-semibold">
          <End
            text={t('window.opens', { at: timeNear(opensMs, now, timeZone) })}
            onPress={workings && (() => show(workings.opens, t('window.opens-why'), t('window.opens-from-last')))}
          />
          <End
            text={closesMs === null ? t('window.never-closes') : t('window.closes', { at: timeNear(closesMs, now, timeZone) })}
            onPress={workings?.closes && (() => show(workings.closes!, t('window.closes-why'), t('window.closes-from-first')))}
          />
        </p>
      </div>
      <div className="relative mt-1.5 h-6 bg-sunk" aria-hidden>
        <div
          className="absolute inset-y-1 bg-water opacity-50"
          style={{ left: share(opensMs), width: `calc(${share(end)} - ${share(opensMs)})` }}
        />
        <div className="absolute inset-y-0 w-2 border-y-[3px] border-l-[3px] border-ink" style={{ left: share(opensMs) }} />
        {closesMs === null ? null : (
          <div className="absolute inset-y-0 w-2 -translate-x-full border-y-[3px] border-r-[3px] border-ink" style={{ left: share(end) }} />
        )}
        <div className="absolute -inset-y-1 w-[3px] bg-iron" style={{ left: share(now) }} />
      </div>
    </div>
  );
}

/** Cold has put the opening past the sheet's latest hour: no clock to watch, but what would free it. */
function NeverOpen({
  window: { opensMs, closesMs },
  now,
  timeZone,
  workings,
}: {
  window: Window;
  now: number;
  timeZone: string;
  workings?: WindowWorkings | undefined;
}) {
  const show = useWorking((state) => state.show);
  return (
    <div role="alert" className="border-l-4 border-iron bg-iron-soft px-2.5 py-1.5">
      <p className="text-lg font-semibold">{t('window.never-opens')}</p>
      <p>{t('window.never-opens-how')}</p>
      <p className="mt-1 flex gap-4 font-semibold">
        <End
          text={t('window.opens', { at: timeNear(opensMs, now, timeZone) })}
          onPress={workings && (() => show(workings.opens, t('window.opens-why'), t('window.opens-from-last')))}
        />
        <End
          text={t('window.closes', { at: timeNear(closesMs!, now, timeZone) })}
          onPress={workings?.closes && (() => show(workings.closes!, t('window.closes-why'), t('window.closes-from-first')))}
        />
      </p>
    </div>
  );
}

function End({ text, onPress }: { text: string; onPress?: (() => void) | undefined }) {
  if (!onPress) return <span>{text}</span>;
  return (
    <button
      type="button"
      onClick={onPress}
      title={t('working.open')}
      className="min-h-7 underline decoration-rule-strong decoration-dotted underline-offset-4 hover:bg-sunk max-[719px]:min-h-14"
    >
      {text}
    </button>
  );
}
