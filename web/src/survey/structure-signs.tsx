import '../messages/later';
import { type Feature, STRUCTURE_SIGNS, type Sign } from '@caulkhorn/core/jobs';
import { t } from '../messages/t';
import { EngineerFirst } from '../words/engineer-first';
import { parts, useJob } from '../job/job-context';

/** What the structure itself may say at a crack, a joint or a cavity, ticked as it is seen; and whether an engineer looks first. */
export function StructureSigns({ feature, editable }: { feature: Feature; editable: boolean }) {
  const { put } = useJob(parts('put'));
  const toggle = (sign: Sign, on: boolean) => {
    const signs = [...(feature.signs ?? []).filter((each) => each !== sign), ...(on ? [sign] : [])];
    const { signs: _, ...rest } = feature;
    put('feature', signs.length > 0 ? { ...rest, signs } : rest);
  };
  return (
    <fieldset className="mt-3" disabled={!editable}>
      <legend className="font-semibold">{t('structure.signs')}</legend>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1 pt-1">
        {STRUCTURE_SIGNS.map((sign) => (
          <label key={sign} className="flex min-h-8 items-center gap-2 text-[13px] max-[719px]:min-h-14">
            <input
              type="checkbox"
              className="size-4 accent-[var(--iron)] max-[719px]:size-6"
              checked={feature.signs?.includes(sign) ?? false}
              onChange={(event) => toggle(sign, event.target.checked)}
            />
            {t(`sign.${sign}`)}
          </label>
        ))}
      </div>
      <div className="mt-2">
        <EngineerFirst feature={feature} />
      </div>
    </fieldset>
  );
}
