import type { ClosedHours } from '@caulkhorn/core/planning';
import type { Away, Stay } from './board-rows';
import type { TimeBands } from './time-bands';

/** The column of names at the left of the board. */
export const NAME_PX = 64;

/** Hours in which nobody can be at what is planned there, hatched; why is told by the title. */
export function ClosedBands({
  closed,
  bands,
  titleOf,
}: {
  closed: readonly ClosedHours[];
  bands: TimeBands;
  titleOf(hours: ClosedHours): string;
}) {
  // nobody is there at rest anyway
  const worked = bands.bands.filter(({ kind }) => kind === 'work');
  return closed.flatMap((hours, i) =>
    worked
      .filter(({ fromMs, toMs }) => fromMs < hours.toMs && toMs > hours.fromMs)
      .map(({ fromMs, toMs }) => {
        const leftPx = bands.x(Math.max(fromMs, hours.fromMs));
        const widthPx = bands.x(Math.min(toMs, hours.toMs) - 1) - leftPx;
        return (
          <span
            key={`${i} ${fromMs}`}
            title={titleOf(hours)}
            data-testid="closed"
            className="absolute inset-y-0"
            style={{ left: leftPx, width: Math.max(1, widthPx), backgroundImage: HATCH[hours.because.code] }}
          />
        );
      }),
  );
}

const hatch = (colour: string, turn: number): string =>
  `repeating-linear-gradient(${turn}deg, transparent 0 5px, color-mix(in srgb, ${colour} 32%, transparent) 5px 6.5px)`;
/** The weather leans one way, what is elsewhere the other. */
const HATCH: Readonly<Record<ClosedHours['because']['code'], string>> = {
  weather: hatch('var(--water)', 45),
  machine: hatch('var(--ink)', 135),
  permit: hatch('var(--iron)', 135),
  material: hatch('var(--ink)', 45),
  'person-off': hatch('var(--ochre)', 135),
  'person-hours': hatch('var(--ochre)', 135),
  'person-away': hatch('var(--ochre)', 135),
};

/** Where somebody or a machine is, face by face, and when a machine is at another job. */
export function Where({
  name,
  stays,
  away = [],
  bands,
  choose,
}: {
  name: string;
  stays: readonly Stay[];
  away?: readonly Away[];
  bands: TimeBands;
  choose(id: string): void;
}) {
  return (
    <>
      <span
        className="sticky left-0 z-20 flex shrink-0 items-center border-r border-rule-strong bg-raised px-1.5 text-[12px]"
        style={{ width: NAME_PX }}
        title={name}
      >
        <span className="line-clamp-2 text-[11px] leading-3 break-words">{name}</span>
      </span>
      <div className="relative flex-1 border-b border-rule">
        {away.map(({ fromMs, toMs, jobName }, i) => {
          const leftPx = bands.x(fromMs);
          const widthPx = Math.max(3, bands.x(toMs) - leftPx);
          return (
            <span
              key={i}
              title={jobName}
              className="absolute inset-y-[5px] overflow-hidden rounded-[2px] border border-dashed border-ink/60 px-1 text-[11px] leading-[16px] whitespace-nowrap"
              style={{ left: leftPx, width: widthPx }}
            >
              {widthPx > 40 ? jobName : ''}
            </span>
          );
        })}
        {stays.map(({ fromMs, toMs, mark, taskId }) => {
          const leftPx = bands.x(fromMs);
          const widthPx = Math.max(4, bands.x(toMs) - leftPx - 1);
          return (
            <button
              key={taskId}
              type="button"
              tabIndex={-1}
              aria-hidden
              onClick={() => choose(taskId)}
              className="absolute inset-y-[5px] overflow-hidden rounded-[2px] bg-ink/75 px-0.5 text-center text-[11px] leading-[18px] text-paper"
              style={{ left: leftPx, width: widthPx }}
            >
              {widthPx > 5 + mark.length * 8 ? mark : ''}
            </button>
          );
        })}
      </div>
    </>
  );
}
