import { zonesWanted } from '@caulkhorn/core/planning';
import { weekOf } from '@caulkhorn/core/programme';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { hoursMinutes } from '../shared/times';
import { Button } from '../shared/ui/button';
import { StripsField, inStrips, isLaidInStrips } from './strips-field';
import type { FaceSite } from './use-face-site';

/** In how many strips a face is coated, and in how many it would have to be so that no coat closes behind itself. */
export function Strips({ site, editable }: { site: FaceSite; editable: boolean }) {
  const { model, put } = useJob(parts('model', 'put'));
  const { workItems, site: log } = usePlanning();
  const { faceId } = site.plan;
  const buildUp = site.plan.buildUp!;
  const own = workItems.filter((item) => item.faceId === faceId);
  const coats = own.filter(isLaidInStrips);
  const [first] = coats;
  if (!first) return null;
  const { fromHour, toHour } = weekOf(model.job);
  const isBegun = (id: string) => log.done.has(id);
  const asked = { temperatureOfC: () => site.conditions.temperatureC, shiftH: toHour - fromHour, isBegun };
  const wanted = zonesWanted(own, asked).get(faceId);
  const ms = coats.filter(({ step }) => step === first.step).reduce((sum, { durationMin }) => sum + durationMin * MINUTE_MS, 0);
  const begun = coats.some(({ id }) => isBegun(id));
  return (
    <div className="flex flex-col gap-1.5">
      <StripsField buildUp={buildUp} disabled={!editable || begun} />
      {begun ? <p className="text-[13px] text-soft">{t('strips.begun')}</p> : null}
      {wanted ? (
        <div role="status" className="border-l-4 border-ochre bg-ochre-soft px-2.5 py-1.5">
          <p>{t('strips.wanted', { hours: hoursMinutes(ms), n: wanted })}</p>
          {editable ? (
            <Button size="small" className="mt-1" onClick={() => put('build-up', inStrips(buildUp, wanted))}>
              {t('strips.take', { n: wanted })}
            </Button>
          ) : null}
        </div>
      ) : null}
    </div>
  );
}
