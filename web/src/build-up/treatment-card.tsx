import { type DetailStep, rulesFor, engineerFirst } from '@caulkhorn/core/build-up';
import type { JobModel } from '@caulkhorn/core/jobs';
import { bridgesHard, type DetailLine, type Treatment, sectionOf } from '@caulkhorn/core/materials';
import { type FacePlan } from '@caulkhorn/core/planning';
import { t, tOf } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Caution } from '../shared/ui/states';
import { faultText } from '../shared/fault-text';
import { Figure } from '../workings/figure';
import { parts, useJob } from '../job/job-context';
import { DetailSection } from './detail-section';
import { howText } from './how-text';
import { EngineerFirst } from '../words/engineer-first';
import { OverrideForm } from './override-form';

/** What one feature or junction gets, and why: the rule, its steps in order, its section and its figures. */
export function TreatmentCard({ treatment, facePlan, open }: { treatment: Treatment; facePlan: FacePlan; open?: boolean }) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const { rule, geometry, instead } = treatment;
  const feature = model.features.find((f) => f.id === treatment.targetId);
  const name = feature ? `${feature.mark} ${t(`feature.${feature.kind}`)}` : junctionName(treatment, facePlan, model);
  const isRefused = rule.verdict === 'refuse';
  return (
    <details open={open} className="border-b border-rule py-1">
      <summary className="flex items-baseline gap-2 py-1 hover:bg-sunk max-[719px]:min-h-14">
        <span className="min-w-0 flex-1 font-medium break-words">
          {name}
          {geometry.lengthM > 0 ? <span className="text-soft">, {formatQuantity(geometry.lengthM, 'm', units)}</span> : null}
        </span>
        {instead ? <span className="shrink-0 text-[13px] text-ochre">{t('override.short')}</span> : null}
        <span
          className={`shrink-0 text-[13px] font-semibold ${isRefused ? 'text-iron' : rule.verdict === 'treat' ? 'text-water' : 'text-soft'}`}
        >
          {t(`verdict.${rule.verdict}`)}
        </span>
      </summary>
      <TreatmentBody treatment={treatment} facePlan={facePlan} />
    </details>
  );
}

function TreatmentBody({ treatment, facePlan }: { treatment: Treatment; facePlan: FacePlan }) {
  const { can } = useJob(parts('can'));
  const units = useUnits();
  const { rule, instead, head, selfHealing, lines, findings } = treatment;
  const coatMm = facePlan.layers.filter(({ counts }) => counts).reduce((sum, { dryMm }) => sum + (dryMm ?? 0), 0);
  const own = findings.filter(({ code }) => code !== `refused-${rule.id}`);
  return (
    <div className="flex flex-col gap-2 pb-2">
      <p>
        {tOf(`why.${rule.why}`)} <span className="text-soft">({t(`source.${rule.source.kind}`)})</span>
      </p>
      {rule.verdict === 'refuse' ? (
        <p className="border-l-4 border-iron bg-iron-soft px-2.5 py-1.5">
          <b>{t('build-up.instead')}</b> {tOf(`instead.${rule.why}`)}
        </p>
      ) : null}
      {instead ? (
        <p className="border-l-4 border-ochre bg-ochre-soft px-2.5 py-1.5">
          {t('override.shown', { reason: instead.reason })}{' '}
          <span className="text-soft">{t('override.usual', { why: tOf(`why.${instead.rule.why}`) })}</span>
        </p>
      ) : null}
      {own.map((found, i) => (
        <p key={i} role="alert" className="font-medium text-iron">
          {found.code === 'no-product-for-part'
            ? t('build-up.no-part', { part: tOf(`role.${String(found.values?.['role'])}`) })
            : faultText(found)}
        </p>
      ))}
      {rule.steps.length > 0 ? (
        <>
          <ol className="list-decimal pl-5">
            {rule.steps.map((step, i) => (
              <li key={i}>{howText(step, treatment, facePlan, units)}</li>
            ))}
            {facePlan.layers.length > 0 ? <li>{t(coatStops(treatment) ? 'how.coats-stop' : 'how.coats')}</li> : null}
          </ol>
          <DetailSection section={sectionOf(treatment, coatMm)} widthPx={500} />
        </>
      ) : null}
      <div>
        {head ? <Figure label={t('water.head-at-lowest')} value={head.output.headM} unit="m" working={head} /> : null}
        {selfHealing ? (
          <Figure label={t('build-up.self-healing')} value={selfHealing.output.widthLimitMm} unit="mm" working={selfHealing} />
        ) : null}
        {lines.map((line, i) => (
          <Figure key={i} label={lineLabel(line, lines)} value={line.amount} unit={line.product.measure} working={line.working} />
        ))}
      </div>
      <TreatmentCautions treatment={treatment} />
      {can('plan') && facePlan.buildUp ? (
        <OverrideForm treatment={treatment} facePlan={facePlan} rules={otherRules(treatment, facePlan)} />
      ) : null}
    </div>
  );
}

/** What a line takes, and for which step where the same product serves several. */
export function lineLabel({ product, step }: DetailLine, all: readonly DetailLine[]): string {
  const isAlone = all.filter((other) => other.product.id === product.id).length === 1;
  return isAlone ? product.name : t('treatment.line', { product: product.name, step: t(`step.${step}`) });
}

/** What can hurt somebody in this treatment, each said once. */
export function TreatmentCautions({ treatment: { rule, lines, of, targetId } }: { treatment: Treatment }) {
  const { model } = useJob(parts('model'));
  const feature = model.features.find(({ id }) => id === targetId);
  const hasReasons = feature !== undefined && engineerFirst(feature).length > 0;
  const does = (...kinds: DetailStep['do'][]) => rule.steps.some((step) => kinds.includes(step.do));
  const grinds = rule.steps.some((step) => step.do === 'clean' && step.how === 'grind');
  const moves = does('seal-joint') && of !== 'penetration' && of !== 'drain';
  const cautions = new Set([
    ...(grinds || does('open', 'patch', 'chamfer', 'inject') ? (['silica-dust'] as const) : []),
    ...(does('inject') ? (['pressure'] as const) : []),
    ...lines.flatMap(({ product }) => product.hazards ?? []),
    ...(moves && !hasReasons ? (['structural'] as const) : []),
  ]);
  return (
    <>
      {feature ? <EngineerFirst feature={feature} /> : null}
      {[...cautions].map((caution) => (
        <Caution key={caution}>{t(`caution.${caution}`)}</Caution>
      ))}
    </>
  );
}

/** Sealed apart from the coat, which then stops beside it. */
function coatStops({ rule }: Treatment): boolean {
  return rule.steps.some((step) => step.do === 'seal-joint') && !rule.steps.some((step) => step.do === 'stripe');
}

/** Rows that somebody may decide for instead: all of the same kind, but nothing hard across what moves. */
function otherRules(treatment: Treatment, facePlan: FacePlan) {
  const usual = treatment.instead?.rule ?? treatment.rule;
  const moves = usual.when.moving === true || treatment.of === 'movement';
  return rulesFor(usual.of, facePlan.family?.detailing ?? 'rigid').filter(
    (rule) => rule.id !== usual.id && rule.verdict !== 'undecided' && rule.verdict !== 'refuse' && !(moves && bridgesHard(rule)),
  );
}

export function junctionName(treatment: Treatment, facePlan: FacePlan, model: JobModel): string {
  const other = treatment.faceIds?.find((id) => id !== facePlan.faceId);
  const mark = model.faces.find(({ id }) => id === other)?.mark;
  return mark ? `${tOf(`junction.${treatment.of}`)} ${t('junction.with', { mark })}` : tOf(`junction.${treatment.of}`);
}
