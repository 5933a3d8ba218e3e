import { decideSchool } from '@caulkhorn/core/build-up';
import { type Face, SCHOOL_QUESTIONS, type School, type SchoolChoices, type SchoolQuestion } from '@caulkhorn/core/jobs';
import type { FacePlan } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { SelectField, TextField } from '../shared/ui/field';
import { parts, useJob } from '../job/job-context';
import { useHouse } from '../job/use-house';

const INHERIT = '';

/** Questions on which practitioners disagree: what holds here and who chose it, with the reason. For a face, or for the whole job. */
export function SchoolsPanel({ questions, face, plan }: { questions: readonly SchoolQuestion[] | 'all'; face?: Face; plan?: FacePlan }) {
  const { model, put, putHead, can } = useJob(parts('model', 'put', 'putHead', 'can'));
  const house = useHouse();
  const buildUp = plan?.buildUp;
  const asked = questions === 'all' ? SCHOOL_QUESTIONS : questions;
  if (asked.length === 0 || (face && !buildUp)) return null;
  const own: SchoolChoices = (face ? buildUp?.schools : model.job.schools) ?? {};
  const save = (schools: SchoolChoices) => {
    if (face) put('build-up', { ...buildUp!, schools });
    else putHead({ ...model.job, schools });
  };
  return (
    <details className="mt-4">
      <summary className="py-1 font-semibold">{t(face ? 'schools.of-face' : 'schools.of-job')}</summary>
      <p className="mb-2 text-[13px] text-soft">{t('school.product-decides')}</p>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2.5 max-[719px]:grid-cols-1">
        {asked.map((question) => {
          const holds = face ? plan!.schools[question] : decideSchool(question, { job: model.job.schools, organisation: house.schools });
          const choice = own[question];
          return (
            <div key={question} className="flex flex-col gap-1">
              <SelectField
                label={t(`school.${question}`)}
                disabled={!can('plan')}
                value={choice?.school ?? INHERIT}
                hint={`${t(`school.${question}.${holds.school}.why`)} (${t(`school.from.${holds.from}`)})`}
                options={[
                  { value: INHERIT, label: t('schools.inherit', { school: t(`school.${question}.${holds.school}`) }) },
                  ...(['A', 'B'] as const).map((school) => ({ value: school, label: t(`school.${question}.${school}`) })),
                ]}
                onChange={(event) => {
                  const { [question]: _, ...rest } = own;
                  save(
                    event.target.value === INHERIT ? rest : { ...rest, [question]: { ...choice, school: event.target.value as School } },
                  );
                }}
              />
              {choice ? (
                <TextField
                  key={choice.reason}
                  label={t('schools.reason')}
                  defaultValue={choice.reason ?? ''}
                  maxLength={500}
                  disabled={!can('plan')}
                  onBlur={(event) => {
                    const reason = event.target.value.trim();
                    if (reason !== (choice.reason ?? ''))
                      save({ ...own, [question]: { school: choice.school, ...(reason ? { reason } : {}) } });
                  }}
                />
              ) : null}
            </div>
          );
        })}
      </div>
    </details>
  );
}
