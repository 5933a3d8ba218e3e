import type { Face, Feature } from '@caulkhorn/core/jobs';
import {
  type DesignCase,
  type FaceCase,
  faceCases,
  featureCases,
  knownCases,
  levelInCase,
  type SideLoad,
  watersInCase,
} from '@caulkhorn/core/water';
import type { Working } from '@caulkhorn/core/fields';
import { useEffect, useMemo } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { useWorking } from '../workings/use-working';
import { parts, useJob, useSelection } from '../job/job-context';

/** Today, high, flooded, pumped down, tank full, tank empty: what each does to the chosen face, shown on the sheet at a press. */
export function CasesPanel({ face, feature }: { face?: Face; feature?: Feature }) {
  const { model, can, put } = useJob(parts('model', 'can', 'put'));
  const { shownCase, showCase, showForces } = useSelection('shownCase', 'showCase', 'showForces');
  const cases = useMemo(() => knownCases(model), [model]);
  const ofFace = useMemo(() => (face ? faceCases(face, model) : []), [face, model]);
  const hardest = useMemo(() => (face && feature ? featureCases(feature.path, face, model)[0] : undefined), [face, feature, model]);
  const units = useUnits();
  // a case is looked at on this lens alone; elsewhere the sheet shows what governs
  useEffect(() => {
    showForces(true);
    return () => {
      showForces(false);
      showCase(null);
    };
  }, [showCase, showForces]);
  if (cases.length === 0) return null;
  const adopt = (designCase: DesignCase) => {
    put('water-body', ...watersInCase(model, designCase).filter(({ governingLevelId }) => governingLevelId !== undefined));
    showCase(null);
    toast(t('cases.adopted', { name: t(`case.${designCase}`) }));
  };
  return (
    <section aria-label={t('cases.title')} className="mt-4 border-t border-rule pt-3">
      <h3 className="font-semibold">{t('cases.title')}</h3>
      {hardest && hardest.drivingHeadM !== 0 ? (
        <p className="py-1">
          {t(hardest.drivingHeadM > 0 ? 'cases.governs-in' : 'cases.governs-out', {
            mark: feature!.mark,
            name: t(`case.${hardest.designCase}`),
            head: formatQuantity(Math.abs(hardest.drivingHeadM), 'm', units),
          })}
        </p>
      ) : null}
      <ul>
        {cases.map((designCase) => {
          const shown = shownCase === designCase;
          const found = ofFace.find((each) => each.designCase === designCase);
          return (
            <li key={designCase} className={`border-b border-rule ${shown ? 'bg-water-soft' : ''}`}>
              <button
                type="button"
                aria-pressed={shown}
                className="flex w-full items-baseline gap-2 px-1.5 py-1.5 text-left hover:bg-sunk max-[719px]:min-h-14"
                onClick={() => showCase(shown ? null : designCase)}
              >
                <span className="flex-1 font-medium">{t(`case.${designCase}`)}</span>
                <span className="text-right text-[13px] text-soft">
                  {levelsText(model, designCase, (m) => formatQuantity(m, 'm', units))}
                </span>
              </button>
              {found ? <CaseFigures found={found} /> : null}
              {shown && can('survey') ? (
                <div className="px-1.5 pb-2">
                  <Button size="small" className="max-[719px]:h-14" onClick={() => adopt(designCase)}>
                    {t('cases.adopt')}
                  </Button>
                </div>
              ) : null}
            </li>
          );
        })}
      </ul>
      <p className="mt-1 text-[13px] text-soft">{t('cases.caution')}</p>
    </section>
  );
}

function levelsText(model: Parameters<typeof watersInCase>[0], designCase: DesignCase, text: (levelM: number) => string): string {
  return model.waterBodies
    .flatMap((body) => {
      const level = levelInCase(body, model.waterLevels, designCase);
      if (level === undefined) return [];
      const words = level === 'dry' ? t('cases.dry') : text(level.levelM);
      return [`${t(`cases.${body.kind}`)} ${words}`];
    })
    .join(' · ');
}

function CaseFigures({ found: { sides, drivingHeadM, gradient, uplift } }: { found: FaceCase }) {
  const units = useUnits();
  const show = useWorking((state) => state.show);
  const figure = (label: string, text: string, working?: Working, wrong = false) => {
    const words = (
      <>
        <span className="block text-[13px] text-soft">{label}</span>
        <span
          className={`font-semibold ${working ? 'underline decoration-rule-strong decoration-dotted underline-offset-4' : ''} ${wrong ? 'text-iron' : ''}`}
        >
          {text}
        </span>
      </>
    );
    if (!working) return <div key={label + text}>{words}</div>;
    return (
      <button
        key={label + text}
        type="button"
        title={t('working.open')}
        className="text-left hover:bg-sunk max-[719px]:min-h-14"
        onClick={() => show(working, label)}
      >
        {words}
      </button>
    );
  };
  const wet = sides.filter(({ headAtFoot }) => headAtFoot.output.headM > 0);
  if (wet.length === 0) return <p className="px-1.5 pb-1.5 text-[13px] text-soft">{t('cases.no-known-water')}</p>;
  const which = (side: SideLoad) => (wet.length > 1 ? ` ${t(`cases.${side.water.side}`)}` : '');
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-1 px-1.5 pb-1.5">
      {wet.flatMap((side) => [
        figure(t('water.head-at-foot') + which(side), formatQuantity(side.headAtFoot.output.headM, 'm', units), side.headAtFoot),
        ...(side.force
          ? [
              figure(
                t('cases.force') + which(side),
                t('cases.force-at', {
                  force: formatQuantity(side.force.forceKN, 'kN', units),
                  level: formatQuantity(side.force.resultantLevelM ?? 0, 'm', units),
                }),
                side.force.working,
              ),
            ]
          : []),
      ])}
      {drivingHeadM === 0 ? null : figure(t('cases.gradient'), formatNumber(gradient.output.gradient, 1), gradient)}
      {uplift
        ? figure(
            t('cases.uplift'),
            uplift.output.factor === null
              ? t('cases.no-uplift')
              : t(uplift.output.passes ? 'cases.factor-holds' : 'cases.factor-lifts', { factor: formatNumber(uplift.output.factor, 2) }),
            uplift,
            !uplift.output.passes,
          )
        : null}
    </div>
  );
}
