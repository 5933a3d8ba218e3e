import { SCHOOLS } from '@caulkhorn/core/build-up';
import { SCHOOL_QUESTIONS, type School } from '@caulkhorn/core/jobs';
import { t } from '../messages/t';
import { SelectField, TextField } from '../shared/ui/field';
import type { PartProps } from '../stores/part-props';
import { usePutHouse } from './use-put-house';

const AS_MOST = '';

/** The schools that hold on every job which does not say otherwise. */
export function HouseSchools({ organisationId, house, may }: PartProps) {
  const put = usePutHouse(organisationId, house);
  const { schools } = house;
  return (
    <>
      <p className="mb-3 max-w-2xl text-soft">
        {t('house.schools-how')} {t('school.product-decides')}
      </p>
      <div className="grid grid-cols-2 gap-x-8 gap-y-4 max-[720px]:grid-cols-1">
        {SCHOOL_QUESTIONS.map((question) => {
          const { [question]: choice, ...rest } = schools;
          const holds = choice?.school ?? SCHOOLS[question].usual;
          return (
            <div key={question} className="flex flex-col gap-1.5 border-b border-rule pb-3">
              <SelectField
                label={t(`school.${question}`)}
                disabled={!may}
                value={choice?.school ?? AS_MOST}
                hint={t(`school.${question}.${holds}.why`)}
                options={[
                  { value: AS_MOST, label: t('house.as-most', { school: t(`school.${question}.${SCHOOLS[question].usual}`) }) },
                  ...(['A', 'B'] as const).map((school) => ({ value: school, label: t(`school.${question}.${school}`) })),
                ]}
                onChange={({ target }) =>
                  put.mutate({
                    schools: target.value === AS_MOST ? rest : { ...schools, [question]: { ...choice, school: target.value as School } },
                  })
                }
              />
              {choice ? (
                <TextField
                  key={choice.reason}
                  label={t('schools.reason')}
                  maxLength={500}
                  disabled={!may}
                  defaultValue={choice.reason ?? ''}
                  onBlur={({ target }) => {
                    const reason = target.value.trim();
                    if (reason !== (choice.reason ?? ''))
                      put.mutate({ schools: { ...schools, [question]: { school: choice.school, ...(reason ? { reason } : {}) } } });
                  }}
                />
              ) : null}
            </div>
          );
        })}
      </div>
    </>
  );
}
