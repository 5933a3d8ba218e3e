import { type Verdict, judge } from '@caulkhorn/core/build-up';
import type { BuildUp } from '@caulkhorn/core/jobs';
import { madeFor } from '@caulkhorn/core/planning';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { parts, useJob } from '../job/job-context';
import { firstText, objectionText } from './objection-text';
import { type FaceSite, useFaceSites } from './use-face-site';

/** The build-up of this face on others too: each has its own verdict, and gets what has to be done first there. */
export function SameElsewhere({ site }: { site: FaceSite }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="small" onClick={() => setOpen(true)}>
        {t('same.open')}
      </Button>
      {open ? (
        <Dialog open onOpenChange={setOpen} title={t('same.title', { mark: site.face.mark })} wide>
          <Others site={site} close={() => setOpen(false)} />
        </Dialog>
      ) : null}
    </>
  );
}

const LOOK: Readonly<Record<Verdict, string>> = { fits: 'text-water', 'fits-if': 'text-ochre', cannot: 'text-iron' };

function Others({ site, close }: { site: FaceSite; close(): void }) {
  const { put } = useJob(parts('put'));
  const units = useUnits();
  const { family, products, reason, schools } = site.plan.buildUp!;
  const coat = site.plan.products?.coat;
  const sites = useFaceSites();
  const others = useMemo(
    () =>
      sites
        .filter(({ face }) => face.id !== site.face.id)
        .map((other) => ({ other, judged: coat ? judge(family, coat, other.facts) : { verdict: 'cannot' as const, objections: [] } })),
    [sites, site.face.id, family, coat],
  );
  // what is in the same room, takes it, and has nothing yet
  const [taken, setTaken] = useState<ReadonlySet<string>>(
    () =>
      new Set(
        others
          .filter(({ other, judged }) => judged.verdict !== 'cannot' && !other.plan.buildUp && other.face.spaceId === site.face.spaceId)
          .map(({ other }) => other.face.id),
      ),
  );
  const toggle = (id: string) => setTaken((now) => new Set(now.has(id) ? [...now].filter((each) => each !== id) : [...now, id]));
  const use = () => {
    const chosen = others.filter(({ other }) => taken.has(other.face.id));
    put(
      'build-up',
      ...chosen.map(({ other, judged }): BuildUp => ({
        id: other.plan.buildUp?.id ?? v4(),
        faceId: other.face.id,
        family,
        products,
        ...(coat ? madeFor({ family, coat, ...judged }, other, (objection) => objectionText(objection, units)) : {}),
        ...(schools ? { schools } : {}),
        ...(reason ? { reason } : {}),
      })),
    );
    toast(t('same.done', { n: chosen.length }));
    close();
  };
  if (others.length === 0) return <p className="text-soft">{t('same.no-others')}</p>;
  return (
    <>
      <ul className="divide-y divide-rule border-y border-rule">
        {others.map(({ other: { face, plan }, judged: { verdict, objections } }) => (
          <li key={face.id}>
            <label className="flex min-h-10 items-start gap-2.5 py-1.5 max-[719px]:min-h-14">
              <input
                type="checkbox"
                className="mt-0.5 size-4 shrink-0 accent-[var(--water)]"
                checked={taken.has(face.id)}
                disabled={verdict === 'cannot'}
                onChange={() => toggle(face.id)}
              />
              <b className="min-w-6 shrink-0">{face.mark}</b>
              <span className="min-w-0 flex-1">
                {face.name} <b className={`text-[13px] ${LOOK[verdict]}`}>{t(`choice.${verdict}`)}</b>
                {objections.map((objection) => (
                  <span key={objection.criterionId} className="block text-[13px] text-soft">
                    {objection.then === 'cannot' ? '' : `${firstText(objection, units)}: `}
                    {objectionText(objection, units)}
                  </span>
                ))}
              </span>
              {plan.buildUp ? (
                <span className="text-[13px] text-soft">{t('same.instead-of', { family: t(`family.${plan.buildUp.family}`) })}</span>
              ) : null}
            </label>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex justify-end">
        <Button look="solid" disabled={taken.size === 0} onClick={use}>
          {t('same.do', { n: taken.size })}
        </Button>
      </div>
    </>
  );
}
