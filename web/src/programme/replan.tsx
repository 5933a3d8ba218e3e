import { type WorkDifference, type WorkItem, movesBetween, programmeFigures, workBetween } from '@caulkhorn/core/planning';
import type { Programme } from '@caulkhorn/core/programme';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { useEffect, useMemo, useRef, useState } from 'react';
import { v4 } from 'uuid';
import { parts, useJob, usePlanning } from '../job/job-context';
import { Placing } from '../job/placing';
import { t } from '../messages/t';
import { dayAndTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { itemName } from '../words/item-name';
import { Moves } from './moves';
import type { Board } from './use-board';
import { trueNow } from '../shared/true-clock';

const SHOWN = 6;
const KINDS = ['added', 'gone', 'changed'] as const satisfies readonly (keyof WorkDifference)[];

/** How the work of the plan differs from what was released; null where it does not, and before anything is. */
export function useDifference(): WorkDifference | null {
  const { revision } = useJob(parts('revision'));
  const { plan } = usePlanning();
  return useMemo(() => {
    const found = revision && workBetween(revision.workItems, plan.workItems);
    return found && KINDS.some((kind) => found[kind].length > 0) ? found : null;
  }, [revision, plan.workItems]);
}

/** What the plan asks for that the site has not been told: a leak that was found, what a late coat wants. First what it does to the programme, then the release. */
export function Replan({ board }: { board: Board }) {
  const { model, revision, can, send } = useJob(parts('model', 'revision', 'can', 'send'));
  const { plan, conditions } = usePlanning();
  const difference = useDifference();
  const then = usePlaced(difference && plan.workItems);
  if (!difference) return null;
  const { timeZone } = model.job;
  const [now, next] = [board.figuresOf(board.stands), then && programmeFigures(then, plan.workItems, board.placedBy)];
  const moves = then ? movesBetween(board.stands, then) : [];
  const at = (endMs: number | null) => (endMs === null ? t('board.no-end') : dayAndTime(endMs, timeZone));
  return (
    <section aria-label={t('replan.title')} className="border-l-4 border-ochre bg-ochre-soft px-2.5 py-1.5">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h3 className="font-semibold">{t('replan.title')}</h3>
        <span role="status">
          {next ? `${endsText(at(now.endMs), at(next.endMs))} ${missedText(now.missed, next.missed)}` : t('replan.working')}
        </span>
        {can('plan') ? (
          <Button
            size="small"
            look="solid"
            className="max-[719px]:h-14"
            onClick={() => send('plan.release', { revisionId: v4(), ...conditions })}
          >
            {t('release.do', { n: revision!.number + 1 })}
          </Button>
        ) : null}
        <Moves moves={moves} workItems={plan.workItems} />
      </div>
      <dl className="mt-0.5 text-[13px]">
        {KINDS.map((kind) =>
          difference[kind].length > 0 ? (
            <div key={kind} className="flex gap-1.5">
              <dt className="shrink-0 text-soft">{t(`replan.${kind}`)}</dt>
              <dd>{namesOf(difference[kind], (item) => itemName(item, model))}</dd>
            </div>
          ) : null,
        )}
      </dl>
    </section>
  );
}

const endsText = (now: string, then: string): string => t(then === now ? 'replan.ends-as-before' : 'replan.ends', { now, then });
const missedText = (now: number, then: number): string => (then === now ? '' : t('replan.missed', { now, then }));

function namesOf(items: readonly WorkItem[], nameOf: (item: WorkItem) => string): string {
  const names = items.slice(0, SHOWN).map(nameOf);
  return `${names.join(', ')}${items.length > SHOWN ? `, ${t('programme.more-conflicts', { n: items.length - SHOWN })}` : ''}`;
}

/** Work as it would lie in time, placed by a worker; null until it comes. */
function usePlaced(workItems: readonly WorkItem[] | null): Programme | null {
  const { site, optionsFor } = usePlanning();
  const [placed, setPlaced] = useState<{ of: readonly WorkItem[]; programme: Programme } | null>(null);
  const placing = useRef<Placing | undefined>(undefined);
  useEffect(
    () => () => {
      placing.current?.close();
      placing.current = undefined;
    },
    [],
  );
  useEffect(() => {
    if (!workItems) return;
    placing.current ??= new Placing(
      () => new Worker(new URL('../job/programme.worker.ts', import.meta.url), { type: 'module' }),
      ({ programme, workItems: of }) => setPlaced({ of, programme }),
      () => setPlaced(null),
    );
    const nowMs = Math.floor(trueNow() / MINUTE_MS) * MINUTE_MS;
    placing.current.want({ workItems, done: site.done, options: { ...optionsFor(workItems), nowMs } });
  }, [workItems, site.done, optionsFor]);
  return placed && placed.of === workItems ? placed.programme : null;
}
