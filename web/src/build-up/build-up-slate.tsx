import { SHIPPED_PRODUCTS, findProduct } from '@caulkhorn/core/catalogue';
import type { BuildUp, Face } from '@caulkhorn/core/jobs';
import type { FacePlan, Treatment } from '@caulkhorn/core/planning';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { formatNumber } from '../shared/numbers';
import { Button } from '../shared/ui/button';
import { Caution } from '../shared/ui/states';
import { SelectField, TextArea } from '../shared/ui/field';
import { Figure } from '../workings/figure';
import { useJob } from '../workspace/job-context';
import { useSelection } from '../workspace/selection';
import { SlateTitle } from '../workspace/slate-title';
import { usePlanning } from '../workspace/plan-context';
import { TreatmentCard } from './treatment-card';

/** Build-up: the system of the chosen face, both schools where they differ, and what each feature gets and why. */
export function BuildUpSlate() {
  const { model, can } = useJob();
  const { plan } = usePlanning();
  const { selected } = useSelection();
  const feature = selected?.kind === 'feature' ? model.features.find((f) => f.id === selected.id) : undefined;
  const face = model.faces.find((f) => f.id === (feature?.faceId ?? (selected?.kind === 'face' ? selected.id : '')));
  if (!face) return <Overview />;
  const facePlan = plan.faces.find((f) => f.faceId === face.id)!;
  const only = feature && facePlan.treatments.find((treatment) => treatment.targetId === feature.id);
  return (
    <>
      <SlateTitle mark={feature?.mark ?? face.mark}>
        {feature ? `${t(`feature.${feature.kind}`)} · ${face.mark} ${face.name}` : face.name}
      </SlateTitle>
      {only ? <TreatmentCard treatment={only} facePlan={facePlan} open /> : null}
      {only ? null : (
        <>
          <Choice face={face} facePlan={facePlan} editable={can('plan')} />
          <Treatments treatments={facePlan.treatments} facePlan={facePlan} />
        </>
      )}
    </>
  );
}

function Overview() {
  const { model } = useJob();
  const { plan } = usePlanning();
  const select = useSelection((state) => state.select);
  return (
    <>
      <SlateTitle>{t('lens.build-up')}</SlateTitle>
      <p className="mb-2 text-soft">{model.faces.length === 0 ? t('build-up.no-faces') : t('build-up.choose-face')}</p>
      {plan.faces.map((facePlan) => {
        const face = model.faces.find((f) => f.id === facePlan.faceId)!;
        const refused = facePlan.treatments.filter((treatment) => treatment.rule.verdict === 'refuse').length;
        return (
          <button
            key={face.id}
            type="button"
            onClick={() => select({ kind: 'face', id: face.id })}
            className="flex w-full items-baseline gap-2 border-b border-rule py-1.5 text-left hover:bg-sunk"
          >
            <b className="w-5">{face.mark}</b>
            <span className="min-w-0 flex-1 truncate">{facePlan.products?.slurry.name ?? t('build-up.none-yet')}</span>
            {refused > 0 ? <span className="text-[13px] font-medium text-iron">{t('build-up.refused-n', { n: refused })}</span> : null}
            <Utilisation facePlan={facePlan} />
          </button>
        );
      })}
    </>
  );
}

function Utilisation({ facePlan }: { facePlan: FacePlan }) {
  const { rating } = facePlan;
  if (!rating) return null;
  const { utilisation, passes } = rating.output;
  return (
    <span className={`text-[13px] font-semibold ${passes ? 'text-water' : 'text-iron'}`}>
      {utilisation === null ? t('rating.void') : `${Math.round(utilisation * 100)} %`}
    </span>
  );
}

function Choice({ face, facePlan, editable }: { face: Face; facePlan: FacePlan; editable: boolean }) {
  const { put } = useJob();
  const { buildUp } = facePlan;
  const ofRole = (role: 'slurry' | 'plug' | 'mortar') => SHIPPED_PRODUCTS.filter((product) => product.role === role);
  const ref = (role: 'slurry' | 'plug' | 'mortar', maker: string) => {
    const product = ofRole(role).find((p) => p.maker === maker)!;
    return { id: product.id, version: product.version };
  };
  const withMaker = (maker: string): Pick<BuildUp, 'slurry' | 'plug' | 'mortar'> => ({
    slurry: ref('slurry', maker),
    plug: ref('plug', maker),
    mortar: ref('mortar', maker),
  });
  if (!buildUp)
    return (
      <>
        <p className="mb-2">{t('build-up.none-on-face')}</p>
        {editable
          ? ofRole('slurry').map((product) => (
              <Button
                key={product.id}
                className="mb-2 h-auto! w-full flex-col items-start! py-2 whitespace-normal!"
                onClick={() =>
                  put('build-up', {
                    id: v4(),
                    faceId: face.id,
                    family: 'crystalline-slurry',
                    ...withMaker(product.maker),
                    crackSchool: 'A',
                    secondCoatSchool: 'B',
                  })
                }
              >
                <span className="font-semibold">{t('build-up.choose', { product: product.name })}</span>
                <span className="text-left text-[13px] text-soft">
                  {t('build-up.product-line', {
                    rate: formatNumber(product.coat!.kgPerM2PerCoat, 1),
                    coats: product.coat!.coats,
                    positive: product.coat!.rating.positiveKPa / 100,
                    negative: product.coat!.rating.negativeKPa / 100,
                    strength: product.coat!.rating.onStrengthMPa,
                  })}
                </span>
              </Button>
            ))
          : null}
      </>
    );
  const slurry = findProduct(buildUp.slurry);
  return (
    <section className="flex flex-col gap-2.5">
      <SelectField
        label={t('build-up.line')}
        disabled={!editable}
        value={slurry?.maker}
        options={[...new Set(SHIPPED_PRODUCTS.map((p) => p.maker))].map((maker) => ({
          value: maker,
          label: `${t('family.crystalline-slurry')} · ${maker}`,
        }))}
        onChange={(event) => put('build-up', { ...buildUp, ...withMaker(event.target.value) })}
      />
      {facePlan.rating ? <RatingFigures facePlan={facePlan} /> : null}
      <div className="grid grid-cols-2 gap-2.5">
        <School
          label={t('school.crack')}
          name="crack"
          value={buildUp.crackSchool}
          disabled={!editable}
          onChange={(crackSchool) => put('build-up', { ...buildUp, crackSchool })}
        />
        <School
          label={t('school.second-coat')}
          name="second-coat"
          value={buildUp.secondCoatSchool}
          disabled={!editable}
          onChange={(secondCoatSchool) => put('build-up', { ...buildUp, secondCoatSchool })}
        />
      </div>
      <TextArea
        key={buildUp.reason}
        label={t('build-up.reason')}
        defaultValue={buildUp.reason ?? ''}
        maxLength={1000}
        disabled={!editable}
        onBlur={(event) => {
          const reason = event.target.value.trim();
          if (reason !== (buildUp.reason ?? ''))
            put('build-up', reason ? { ...buildUp, reason } : (({ reason: _old, ...rest }) => rest)(buildUp));
        }}
      />
      {slurry ? (
        <p className="text-[13px] text-soft">
          {t('build-up.cure', { perDay: slurry.coat!.cure.mistsPerDay, days: slurry.coat!.cure.days, product: slurry.name })}
        </p>
      ) : null}
      {slurry ? <Caution>{t('caution.caustic-cement')}</Caution> : null}
    </section>
  );
}

function RatingFigures({ facePlan }: { facePlan: FacePlan }) {
  const { rating, water } = facePlan;
  const { output } = rating!;
  return (
    <div>
      <Figure label={t('rating.needed')} value={output.requiredKPa} unit="kPa" working={rating} />
      <Figure
        label={t('rating.rated', { side: t(`side-of-coat.${water?.side ?? 'positive'}`) })}
        value={output.ratedKPa}
        unit="kPa"
        working={rating}
      />
      <Figure
        label={t('rating.utilisation')}
        value={output.utilisation === null ? t('rating.void') : `${Math.round(output.utilisation * 100)} %`}
        working={rating}
        tone={output.passes ? 'good' : 'wrong'}
      />
      {output.reasons.map((reason) => (
        <p key={reason} className="mt-1 font-medium text-iron">
          {t(`rating-reason.${reason}`)}
        </p>
      ))}
    </div>
  );
}

function School({
  label,
  name,
  value,
  disabled,
  onChange,
}: {
  label: string;
  name: 'crack' | 'second-coat';
  value: 'A' | 'B';
  disabled: boolean;
  onChange(value: 'A' | 'B'): void;
}) {
  return (
    <SelectField
      label={label}
      disabled={disabled}
      value={value}
      hint={t(`school.${name}.${value}.why`)}
      options={(['A', 'B'] as const).map((school) => ({ value: school, label: t(`school.${name}.${school}`) }))}
      onChange={(event) => onChange(event.target.value as 'A' | 'B')}
    />
  );
}

function Treatments({ treatments, facePlan }: { treatments: readonly Treatment[]; facePlan: FacePlan }) {
  if (treatments.length === 0) return <p className="mt-4 text-soft">{t('build-up.no-features')}</p>;
  return (
    <section className="mt-4">
      <h3 className="mb-1 font-semibold">{t('build-up.treatments')}</h3>
      {treatments.map((treatment) => (
        <TreatmentCard key={treatment.targetId} treatment={treatment} facePlan={facePlan} />
      ))}
    </section>
  );
}
