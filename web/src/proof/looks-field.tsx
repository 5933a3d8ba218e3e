import { describeFields } from '@caulkhorn/core/fields';
import type { Issue } from '@caulkhorn/core/issues';
import { TEST_RESULT_FIELDS, type TestKind } from '@caulkhorn/core/jobs';
import { type DraftRecord, isRecord, textOf } from '../fields/draft';
import { faultUnder } from '../fields/field-words';
import { t, tOf } from '../messages/t';
import { Button } from '../shared/ui/button';
import { SelectField } from '../shared/ui/field';
import { useTargetName } from './use-target-name';

interface LooksFieldProps {
  faceId: string;
  kind: TestKind;
  targetIds: readonly string[];
  draft: DraftRecord;
  issues: readonly Issue[];
  onChange(draft: DraftRecord): void;
}

/** What was seen at each place that the plan names: those that show nothing are told at one press. */
export function LooksField({ faceId, kind, targetIds, draft, issues, onChange }: LooksFieldProps) {
  const nameOf = useTargetName(faceId);
  const { looks: spec } = describeFields(TEST_RESULT_FIELDS[kind]);
  const saw = spec?.type === 'list' && spec.of.type === 'record' ? spec.of.fields['saw'] : undefined;
  const choices = saw?.type === 'choice' ? saw.choices : [];
  const nothing = choices[0]!;
  const rows = Array.isArray(draft['looks']) ? draft['looks'] : [];
  const seen = new Map(rows.flatMap((row) => (isRecord(row) ? [[textOf(row['targetId'] ?? ''), textOf(row['saw'] ?? '')] as const] : [])));
  const keep = (next: ReadonlyMap<string, string>) =>
    onChange({ ...draft, looks: targetIds.flatMap((targetId) => (next.get(targetId) ? [{ targetId, saw: next.get(targetId)! }] : [])) });
  return (
    <fieldset>
      <legend className="text-[13px] font-semibold">{t('field.looks')}</legend>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2 max-[719px]:grid-cols-1">
        {targetIds.map((targetId) => (
          <SelectField
            key={targetId}
            label={nameOf(targetId)}
            value={seen.get(targetId) ?? ''}
            onChange={({ target }) => keep(new Map(seen).set(targetId, target.value))}
            options={[{ value: '', label: '–' }, ...choices.map((value) => ({ value, label: tOf(`value.${value}`) }))]}
          />
        ))}
      </div>
      <Button
        size="small"
        className="mt-2 max-[719px]:h-14"
        onClick={() => keep(new Map(targetIds.map((id) => [id, seen.get(id) || nothing])))}
      >
        {t(kind === 'leak-look' ? 'proof.all-dry' : 'proof.all-tight')}
      </Button>
      {faultUnder(issues, 'looks') ? (
        <p role="alert" className="text-[13px] font-medium text-iron">
          {faultUnder(issues, 'looks')}
        </p>
      ) : null}
    </fieldset>
  );
}
