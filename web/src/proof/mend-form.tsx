import type { BuildUp, Face, FailureKind, Mend } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { MEND_RULES, type ProofRow } from '@caulkhorn/core/proof';
import { Link } from 'react-router';
import { v4 } from 'uuid';
import { parts, useJob } from '../job/job-context';
import { t, tOf } from '../messages/t';
import { fieldText, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fullTime } from '../shared/times';
import { trueNowIso } from '../shared/true-clock';
import { buttonClass } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { useKeptForm } from '../shared/use-kept-form';

/** What is done where a test failed, by kind: decided by who plans, put into the plan as work, and tested again. */
export function MendForm({ face, row }: { face: Face; row: ProofRow }) {
  const { model, can, revision, organisationId, jobId } = useJob(parts('model', 'can', 'revision', 'organisationId', 'jobId'));
  const { open, planned, asksEngineer } = row;
  const buildUp = model.buildUps.find(({ faceId }) => faceId === face.id);
  const entryId = open!.entry!.id;
  const decided = (buildUp?.mends ?? []).filter((mend) => mend.entryId === entryId);
  const kinds = [...new Set(open!.judgement.failures.map(({ kind }) => kind))];
  const left = kinds.filter((kind) => decided.every(({ failure }) => failure !== kind));
  const released = new Set(revision?.decided?.faces.flatMap(({ mends = [] }) => mends.map(({ id }) => id)));
  return (
    <section aria-label={t('mend.title')} className="mt-3 border-l-4 border-iron bg-iron-soft p-3">
      <h3 className="font-semibold">{t('mend.title')}</h3>
      {asksEngineer ? (
        <p role="alert" className="mt-1 font-semibold text-iron">
          {t('mend.asks-engineer')}
        </p>
      ) : null}
      {decided.map((mend) => (
        <p key={mend.id} className="mt-1">
          {t('mend.decided', { when: fullTime(mend.decidedAt, model.job.timeZone), how: tOf(`mend.how.${mend.failure}`) })} {mend.reason}{' '}
          {tOf(`mend.retest.${mend.failure}`)}
        </p>
      ))}
      {decided.some(({ id }) => !released.has(id)) ? (
        <p className="mt-2 flex flex-wrap items-center gap-2">
          {t('mend.release')}
          <Link to={`/o/${organisationId}/jobs/${jobId}/programme`} className={buttonClass('outline', 'small')}>
            {t('mend.to-release')}
          </Link>
        </p>
      ) : null}
      {buildUp && can('plan')
        ? left.map((failure) => (
            <Decide
              key={failure}
              {...{ failure, buildUp, entryId, asksEngineer, testId: planned.id }}
              failures={open!.judgement.failures.filter(({ kind }) => kind === failure)}
            />
          ))
        : null}
    </section>
  );
}

interface DecideProps {
  failure: FailureKind;
  failures: NonNullable<ProofRow['open']>['judgement']['failures'];
  buildUp: BuildUp;
  entryId: string;
  testId: string;
  asksEngineer: boolean;
}

function Decide({ failure, failures, buildUp, entryId, testId, asksEngineer }: DecideProps) {
  const { put } = useJob(parts('put'));
  const units = useUnits();
  const usualM2 = failures.reduce((sum, { areaM2 }) => sum + Math.max(areaM2 ?? 0, MEND_RULES[failure].usualM2), 0);
  const form = useKeptForm(`mend ${entryId} ${failure} ${units}`, { area: fieldText(usualM2, 'm²', units), engineer: '', reason: '' });
  const save = form.handleSubmit(({ area, engineer, reason }) => {
    const areaM2 = readQuantity(area, 'm²', units);
    if (areaM2 === undefined || !(areaM2 > 0)) return form.setError('area', { message: t('issue.missing') });
    if (asksEngineer && !engineer.trim()) return form.setError('engineer', { message: t('issue.missing') });
    if (!reason.trim()) return form.setError('reason', { message: t('issue.missing') });
    // of several places none is named: all of them are mended and tested
    const { targetId, uM, vM } = failures.length === 1 ? failures[0]! : {};
    const mend: Mend = {
      ...{ id: v4(), entryId, testId, failure, areaM2 },
      ...(targetId === undefined ? {} : { targetId }),
      ...(uM === undefined || vM === undefined ? {} : { uM, vM }),
      ...(engineer.trim() ? { engineer: engineer.trim() } : {}),
      ...{ reason: reason.trim(), decidedAt: trueNowIso() },
    };
    put('build-up', { ...buildUp, mends: [...(buildUp.mends ?? []), mend] });
    form.forget();
  });
  return (
    <form onSubmit={(event) => void save(event)} noValidate aria-label={tOf(`mend.how.${failure}`)} className="mt-2 flex flex-col gap-2">
      <p>
        {tOf(`mend.how.${failure}`)} {tOf(`mend.retest.${failure}`)}
      </p>
      <TextField
        label={t('mend.area')}
        unit={toSystem(1, 'm²', units).unit}
        inputMode="decimal"
        fault={form.formState.errors.area?.message}
        {...form.register('area')}
      />
      {asksEngineer ? (
        <TextField
          label={t('mend.engineer')}
          maxLength={200}
          fault={form.formState.errors.engineer?.message}
          {...form.register('engineer')}
        />
      ) : null}
      <TextField label={t('mend.reason')} maxLength={500} fault={form.formState.errors.reason?.message} {...form.register('reason')} />
      <FormFoot
        fault={form.formState.errors.root?.message}
        label={t('mend.add')}
        className="self-start max-[719px]:h-14 max-[719px]:self-stretch"
      />
    </form>
  );
}
