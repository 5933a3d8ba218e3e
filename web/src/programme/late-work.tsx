import type { BuildUp, Remedy, RemedyWay } from '@caulkhorn/core/jobs';
import { type WorkItem, materialFor, remedyWays } from '@caulkhorn/core/planning';
import { useState } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { trueNowIso } from '../shared/true-clock';

/** A coat that misses its window: what its sheet asks instead, chosen with a reason and put into the plan as work; and what was chosen before. */
export function LateWork({ item, isLate }: { item: WorkItem; isLate: boolean }) {
  const { model, can, put } = useJob(parts('model', 'can', 'put'));
  const { plan, site } = usePlanning();
  const buildUp = model.buildUps.find(({ faceId }) => faceId === item.faceId);
  const facePlan = plan.faces.find(({ faceId }) => faceId === item.faceId);
  const product = materialFor(item, facePlan?.lines ?? [])?.product;
  const decided = buildUp?.remedies?.filter(({ workItemId }) => workItemId === item.id) ?? [];
  if (!buildUp || !product || (decided.length === 0 && !isLate)) return null;
  // what has begun stays in the plan
  const isBegun = [...site.done.keys()].some((id) => id.startsWith(`${item.id}:`));
  return (
    <div className="basis-full">
      {decided.map((remedy) => (
        <p key={remedy.decidedAt} className="flex flex-wrap items-center gap-x-3">
          <span>{t('late-work.decided', { way: t(`late-way.${remedy.way}`), reason: remedy.reason })}</span>
          {can('plan') && !isBegun ? (
            <Button size="small" look="quiet" className="max-[719px]:h-14" onClick={() => put('build-up', without(buildUp, remedy))}>
              {t('late-work.take-back')}
            </Button>
          ) : null}
        </p>
      ))}
      {can('plan') && isLate && decided.length === 0 ? (
        <Choose
          ways={remedyWays(product)}
          onChoose={(way, reason) => put('build-up', withRemedy(buildUp, { workItemId: item.id, way, reason, decidedAt: trueNowIso() }))}
        />
      ) : null}
    </div>
  );
}

function Choose({ ways, onChoose }: { ways: readonly RemedyWay[]; onChoose(way: RemedyWay, reason: string): void }) {
  const [way, setWay] = useState(ways[0]!);
  const [reason, setReason] = useState('');
  return (
    <form
      aria-label={t('late-work.title')}
      className="mt-1 flex flex-wrap items-end gap-x-4 gap-y-1.5 border-l-4 border-iron pl-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim()) onChoose(way, reason.trim());
      }}
    >
      <fieldset className="min-w-[280px] flex-1">
        <legend className="font-medium">{t('late-work.title')}</legend>
        {ways.map((each) => (
          <label key={each} className="flex items-start gap-2 py-0.5 max-[719px]:min-h-14">
            <input type="radio" name="late-way" className="mt-1" checked={way === each} onChange={() => setWay(each)} />
            <span>
              <b className="font-semibold">{t(`late-way.${each}`)}.</b> <span className="text-[13px]">{t(`late-coat.${each}`)}</span>
            </span>
          </label>
        ))}
      </fieldset>
      <div className="w-56 max-[719px]:w-full">
        <TextField label={t('late-work.reason')} value={reason} maxLength={500} onChange={({ target }) => setReason(target.value)} />
      </div>
      <Button type="submit" size="small" className="max-[719px]:h-14" disabled={reason.trim() === ''}>
        {t('late-work.add')}
      </Button>
      <p className="basis-full text-[13px] text-soft">{t('late-work.sheet-first')}</p>
    </form>
  );
}

const withRemedy = (buildUp: BuildUp, remedy: Remedy): BuildUp => ({ ...buildUp, remedies: [...(buildUp.remedies ?? []), remedy] });

function without({ remedies = [], ...buildUp }: BuildUp, remedy: Remedy): BuildUp {
  const left = remedies.filter((each) => each !== remedy);
  return left.length > 0 ? { ...buildUp, remedies: left } : buildUp;
}
