import type { DetailRule } from '@caulkhorn/core/build-up';
import { type Treatment } from '@caulkhorn/core/materials';
import { type FacePlan } from '@caulkhorn/core/planning';
import { useState } from 'react';
import { t, tOf } from '../messages/t';
import { Button } from '../shared/ui/button';
import { SelectField, TextField } from '../shared/ui/field';
import { parts, useJob } from '../job/job-context';

/** Another treatment than the table's, with the reason that the dossier will show. */
export function OverrideForm({ treatment, facePlan, rules }: { treatment: Treatment; facePlan: FacePlan; rules: readonly DetailRule[] }) {
  const { put } = useJob(parts('put'));
  const buildUp = facePlan.buildUp!;
  const [ruleId, setRuleId] = useState(rules[0]?.id ?? 'leave');
  const [reason, setReason] = useState('');
  const [fault, setFault] = useState<string>();
  const others = (buildUp.overrides ?? []).filter(({ targetId }) => targetId !== treatment.targetId);
  const save = (overrides: typeof others) => {
    const { overrides: _, ...rest } = buildUp;
    put('build-up', overrides.length > 0 ? { ...rest, overrides } : rest);
  };
  if (treatment.instead)
    return (
      <Button size="small" className="self-start" onClick={() => save(others)}>
        {t('override.undo')}
      </Button>
    );
  return (
    <details>
      <summary className="py-1 text-soft">{t('override.open')}</summary>
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim() === '') return setFault(t('override.reason-needed'));
          save([...others, { targetId: treatment.targetId, ruleId, reason: reason.trim() }]);
        }}
      >
        <SelectField
          label={t('override.what')}
          value={ruleId}
          options={[
            ...rules.map(({ id, why }) => ({ value: id, label: tOf(`why.${why}`) })),
            { value: 'leave', label: t('override.leave') },
          ]}
          onChange={({ target }) => setRuleId(target.value)}
        />
        <TextField
          label={t('override.reason')}
          value={reason}
          maxLength={500}
          fault={fault}
          onChange={({ target }) => [setReason(target.value), setFault(undefined)]}
        />
        <Button type="submit" size="small" className="self-start">
          {t('override.save')}
        </Button>
      </form>
    </details>
  );
}
