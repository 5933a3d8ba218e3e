import { type CareId, type PermitKind, permitsFor, permitsLapsed } from '@caulkhorn/core/jobs';
import type { WorkItem } from '@caulkhorn/core/planning';
import type { ReleasedPlan } from '@caulkhorn/core/proof';
import { type ConfinedState, airBeforeStartMs, careLeft, confinedAt } from '@caulkhorn/core/site-log';
import { useState } from 'react';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { careText } from '../words/care-list';
import { parts, useJob, usePlanning } from '../job/job-context';
import { trueNowIso } from '../shared/true-clock';

/** Checks that the place of a piece of work still asks for at a time, by the plan that was released: the server asks the same. */
export function useCareLeft(item: WorkItem): (atMs: number) => CareId[] {
  const { revision, model } = useJob(parts('revision', 'model'));
  const { site } = usePlanning();
  const plan = revision?.decided as ReleasedPlan | null | undefined;
  const wanted = plan?.faces.find(({ faceId }) => faceId === item.faceId)?.care ?? [];
  const room = revision?.workItems.find(({ id }) => id === item.id)?.room;
  return (atMs) =>
    room && wanted.length > 0
      ? (careLeft(site.care, wanted, { spaceId: room.spaceId, atMs, timeZone: model.job.timeZone }) as CareId[])
      : [];
}

/** Whether its place is one whose air is read before anybody goes in, by the plan that was released. */
export function useIsConfined({ faceId }: WorkItem): boolean {
  const { revision } = useJob(parts('revision'));
  const plan = revision?.decided as ReleasedPlan | null | undefined;
  return plan?.faces.find((face) => face.faceId === faceId)?.care?.includes('gas-test') ?? false;
}

/** The air that was read last in the room of a piece of work, by a time: on bad air nothing is started, and the server asks the same. */
export function useGas({ id }: WorkItem): (atMs: number) => ConfinedState['gas'] {
  const { revision, lines } = useJob(parts('revision', 'lines'));
  const room = revision?.workItems.find((each) => each.id === id)?.room;
  return (atMs) => (room ? confinedAt(lines, room.spaceId, airBeforeStartMs(atMs)).gas : undefined);
}

/** Kinds of permit that a piece of work wants, that the job keeps, and none of which holds at a time: the server asks the same. */
export function usePermitsLapsed({ id, faceId }: WorkItem): (atMs: number) => PermitKind[] {
  const { revision, model } = useJob(parts('revision', 'model'));
  const plan = revision?.decided as ReleasedPlan | null | undefined;
  const care = (plan?.faces.find((face) => face.faceId === faceId)?.care ?? []) as CareId[];
  const released = revision?.workItems.find((each) => each.id === id);
  const wanted = permitsFor(care, released?.machines ?? []);
  return (atMs) => permitsLapsed(model.job.permits ?? [], wanted, { spaceId: released?.room?.spaceId ?? '', atMs });
}

/** The checks of a room, ticked one by one before the first start of the day, and written into the log under one's own name. */
export function DailyCare({ item, left }: { item: WorkItem; left: readonly CareId[] }) {
  const { model, log } = useJob(parts('model', 'log'));
  const [ticked, setTicked] = useState<readonly CareId[]>([]);
  const face = model.faces.find(({ id }) => id === item.faceId)!;
  const space = model.spaces.find(({ id }) => id === face.spaceId)!;
  const toggle = (check: CareId) => setTicked((now) => (now.includes(check) ? now.filter((each) => each !== check) : [...now, check]));
  const isAll = left.every((check) => ticked.includes(check));
  return (
    <section aria-label={t('care.today', { room: space.name })} className="border-2 border-iron px-3 py-2.5">
      <h3 className="font-semibold">{t('care.today', { room: space.name })}</h3>
      <ul>
        {left.map((check) => (
          <li key={check}>
            <label className="flex min-h-14 items-start gap-2.5 py-1.5">
              <input
                type="checkbox"
                className="mt-0.5 size-6 shrink-0 accent-[var(--iron)]"
                checked={ticked.includes(check)}
                onChange={() => toggle(check)}
              />
              {careText(check)}
            </label>
          </li>
        ))}
      </ul>
      <p className="text-[13px] text-soft">{t('care.defers')}</p>
      <Button
        className="mt-2 w-full"
        disabled={!isAll}
        onClick={() => log({ kind: 'care', spaceId: space.id, checks: left }, trueNowIso())}
      >
        {t(isAll ? 'care.write' : 'care.tick-all')}
      </Button>
    </section>
  );
}
