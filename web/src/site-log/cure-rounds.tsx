import type { WorkItem } from '@caulkhorn/core/planning';
import { mistRounds } from '@caulkhorn/core/programme';
import { CURE_WAYS, cureState } from '@caulkhorn/core/site-log';
import { useMemo } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { timeNear } from '../shared/times';
import { Button } from '../shared/ui/button';
import { useNow } from '../shared/use-now';
import { trueNowIso } from '../shared/true-clock';

/** The rounds of a cure that has begun: what is due, what was missed, and one press for who has wetted it. */
export function CureRounds({ item, startedMs }: { item: WorkItem; startedMs: number }) {
  const { model, revision, can, log } = useJob(parts('model', 'revision', 'can', 'log'));
  const { site } = usePlanning();
  const now = useNow(15_000);
  const { timeZone } = model.job;
  const { roundsPerDay, restH = 0 } = item;
  const due = useMemo(
    () => (roundsPerDay === undefined ? [] : mistRounds(startedMs, { mistsPerDay: roundsPerDay, days: restH / 24 }, timeZone)),
    [roundsPerDay, restH, startedMs, timeZone],
  );
  if (due.length === 0 || !revision) return null;
  const rounds = cureState(due, site.rounds.get(item.id) ?? [], now);
  const missed = rounds.filter(({ state }) => state === 'missed').length;
  const next = rounds.find(({ state }) => state === 'due') ?? rounds.find(({ state }) => state === 'ahead');
  const done = rounds.filter(({ state }) => state === 'done').length;
  return (
    <section aria-label={t('round.title', { done, of: rounds.length })} className="border-2 border-water px-3 py-2.5">
      <h3 className="font-semibold">{t('round.title', { done, of: rounds.length })}</h3>
      <ol className="my-1.5 flex flex-wrap gap-1" aria-hidden>
        {rounds.map(({ dueMs, state }) => (
          <li key={dueMs} className={`h-3 w-6 ${TONES[state]}`} />
        ))}
      </ol>
      {missed > 0 ? (
        <p role="alert" className="font-medium text-iron">
          {t('round.missed', { n: missed })}
        </p>
      ) : null}
      <p className="text-lg font-medium">
        {next ? t(`round.${next.state === 'due' ? 'due' : 'ahead'}`, { at: timeNear(next.dueMs, now, timeZone) }) : t('round.over')}
      </p>
      {can('log') ? (
        <div className="mt-1.5 grid grid-cols-3 gap-2">
          {CURE_WAYS.map((how) => (
            <Button
              key={how}
              size="large"
              look={how === 'mist' && next?.state === 'due' ? 'solid' : 'outline'}
              onClick={() => log({ kind: 'round', workItemId: item.id, planRevisionId: revision.id, how }, trueNowIso())}
            >
              {t(`round.did.${how}`)}
            </Button>
          ))}
        </div>
      ) : null}
    </section>
  );
}

const TONES = { done: 'bg-water', missed: 'bg-iron', due: 'bg-ochre', ahead: 'border border-rule-strong' } as const;
