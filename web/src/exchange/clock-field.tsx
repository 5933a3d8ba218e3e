import { t } from '../messages/t';
import { SelectField } from '../shared/ui/field';
import type { Clock } from './csv-in';

/** Asks what times without an offset go by; nothing is assumed. */
export function ClockField({
  clock,
  timeZone,
  onChange,
}: {
  clock: Clock | undefined;
  timeZone: string;
  onChange(clock: Clock | undefined): void;
}) {
  return (
    <SelectField
      label={t('csv.clock')}
      value={clock ?? ''}
      onChange={(event) => onChange((event.target.value || undefined) as Clock | undefined)}
      options={[
        { value: '', label: t('bench.choose') },
        ...(['local', 'standard', 'utc'] as const).map((value) => ({ value, label: t(`csv.clock.${value}`, { zone: timeZone }) })),
      ]}
    />
  );
}
