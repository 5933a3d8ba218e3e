import type { PersonWeek } from '@caulkhorn/core/planning';
import { USUAL_WEEK } from '@caulkhorn/core/programme';
import { t } from '../messages/t';
import { HALF_HOURS, WEEK_DAYS, hourOfDay, weekdayName } from '../shared/times';
import { FigureField } from '../shared/ui/figure-field';
import { SelectField } from '../shared/ui/field';

interface Props {
  name: string;
  week: PersonWeek | undefined;
  may: boolean;
  /** none: as the crew of a job */ keep(week: PersonWeek | undefined): void;
}

/** When somebody works, where that is less than their crew does. */
export function OwnHours({ name, week, may, keep }: Props) {
  if (!may && !week) return null;
  const usual: PersonWeek = { days: [...USUAL_WEEK.days], fromHour: USUAL_WEEK.fromHour, hours: USUAL_WEEK.hours };
  return (
    <fieldset disabled={!may} className="col-span-full">
      <legend className="sr-only">{t('yard.hours-of', { name })}</legend>
      <label className="flex min-h-7 items-center gap-1.5 max-[719px]:min-h-14">
        <input
          type="checkbox"
          className="size-4 accent-[var(--water)]"
          checked={week !== undefined}
          onChange={({ target }) => keep(target.checked ? usual : undefined)}
        />
        {t('yard.own-hours')}
      </label>
      {week ? (
        <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
          <div className="flex flex-wrap gap-x-3">
            {WEEK_DAYS.map((day) => (
              <label key={day} className="flex min-h-9 items-center gap-1.5 max-[719px]:min-h-14">
                <input
                  type="checkbox"
                  className="size-4 accent-[var(--water)]"
                  checked={week.days.includes(day)}
                  // who works on no day at all is taken off the list
                  disabled={!may || (week.days.length === 1 && week.days.includes(day))}
                  onChange={({ target }) =>
                    keep({ ...week, days: target.checked ? [...week.days, day].sort() : week.days.filter((each) => each !== day) })
                  }
                />
                {weekdayName(day)}
              </label>
            ))}
          </div>
          <SelectField
            label={t('settings.from')}
            value={String(week.fromHour)}
            options={HALF_HOURS.map((hour) => ({ value: String(hour), label: hourOfDay(hour) }))}
            onChange={({ target }) => keep({ ...week, fromHour: Number(target.value) })}
          />
          <div className="w-28">
            <FigureField
              label={t('settings.hours')}
              unit="h"
              value={week.hours}
              min={1}
              max={16}
              disabled={!may}
              keep={(hours) => hours !== undefined && keep({ ...week, hours })}
            />
          </div>
        </div>
      ) : null}
    </fieldset>
  );
}
