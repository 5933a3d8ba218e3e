import type { FacePlan, Treatment } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Caution } from '../shared/ui/states';
import { Figure } from '../workings/figure';
import { useJob } from '../workspace/job-context';
import { SlotSection } from './slot-section';

/** What one feature or junction gets, and why: the rule, its steps in order, its section and its figures. */
export function TreatmentCard({ treatment, facePlan, open }: { treatment: Treatment; facePlan: FacePlan; open?: boolean }) {
  const { model } = useJob();
  const units = useUnits();
  const { rule, slot, fillet, head } = treatment;
  const feature = model.features.find((f) => f.id === treatment.targetId);
  const name = feature ? `${feature.mark} ${t(`feature.${feature.kind}`)}` : t(`junction.${rule.of}`);
  const lengthM = slot?.output.cutLengthM ?? (fillet ? Number(fillet.input['lengthM']) : undefined);
  const isRefused = rule.verdict === 'refuse';
  return (
    <details open={open} className="border-b border-rule py-1">
      <summary className="flex items-baseline gap-2 py-1 hover:bg-sunk">
        <span className="min-w-0 flex-1 truncate font-medium">
          {name}
          {lengthM ? <span className="text-soft">, {formatQuantity(lengthM, 'm', units)}</span> : null}
        </span>
        <span
          className={`shrink-0 text-[13px] font-semibold ${isRefused ? 'text-iron' : rule.verdict === 'treat' ? 'text-water' : 'text-soft'}`}
        >
          {t(`verdict.${rule.verdict}`)}
        </span>
      </summary>
      <div className="flex flex-col gap-2 pb-2">
        <p>
          {t(`rule.${rule.id}.why`)} <span className="text-soft">({t(`source.${rule.source.kind}`)})</span>
        </p>
        {isRefused ? (
          <p className="border-l-4 border-iron bg-iron-soft px-2.5 py-1.5">
            <b>{t('build-up.instead')}</b> {t(`rule.${rule.id}.instead`)}
          </p>
        ) : null}
        {rule.steps.length > 0 ? <Steps treatment={treatment} facePlan={facePlan} /> : null}
        {slot && rule.slot ? <SlotSection slot={rule.slot} filled={slot.output} units={units} /> : null}
        {head ? <Figure label={t('water.head-at-lowest')} value={head.output.headM} unit="m" working={head} /> : null}
        {treatment.selfHealing ? (
          <Figure
            label={t('build-up.self-healing')}
            value={treatment.selfHealing.output.widthLimitMm}
            unit="mm"
            working={treatment.selfHealing}
          />
        ) : null}
        {slot ? (
          <Figure
            label={t('build-up.plug-and-mortar')}
            value={`${formatQuantity(slot.output.plugL, 'L', units)} + ${formatQuantity(slot.output.mortarL, 'L', units)}`}
            working={slot}
            because={t(`rule.${rule.id}.why`)}
          />
        ) : null}
        {fillet ? (
          <Figure
            label={t('build-up.fillet-mortar')}
            value={fillet.output.kg}
            unit="kg"
            working={fillet}
            because={t('build-up.fillet-why', {
              bare: formatQuantity(fillet.output.litres * Number(fillet.input['densityKgL']), 'kg', units),
            })}
          />
        ) : null}
        {rule.steps.includes('open') ? <Caution>{t('caution.silica-dust')}</Caution> : null}
        {rule.steps.includes('plug') ? <Caution>{t('caution.hot-plug')}</Caution> : null}
        {isRefused && rule.id === 'crack-moving' ? <Caution>{t('caution.structural')}</Caution> : null}
      </div>
    </details>
  );
}

function Steps({ treatment, facePlan }: { treatment: Treatment; facePlan: FacePlan }) {
  const units = useUnits();
  const { rule, slot } = treatment;
  const layers = slot?.output.mortarLayers.length ?? 0;
  return (
    <ol className="list-decimal pl-5">
      {rule.steps.map((step) => (
        <li key={step}>
          {t(`step-how.${step}`, {
            width: formatQuantity(rule.slot?.widthMm ?? 0, 'mm', units),
            depth: formatQuantity(rule.slot?.depthMm ?? 0, 'mm', units),
            extend: rule.slot?.extendMm ? t('step-how.extend', { by: formatQuantity(rule.slot.extendMm, 'mm', units) }) : '',
            plug: facePlan.products?.plug.name ?? t('product.plug'),
            mortar: facePlan.products?.mortar.name ?? t('product.mortar'),
            layers: layers > 1 ? t('step-how.layers', { n: layers }) : t('step-how.one-layer'),
            leg: formatQuantity(rule.filletLegMm ?? 0, 'mm', units),
          })}
        </li>
      ))}
      <li>{t('step-how.coats')}</li>
    </ol>
  );
}
