import { judge } from '@caulkhorn/core/build-up';
import { FAMILIES, type Product, pinProducts } from '@caulkhorn/core/catalogue';
import type { BuildUp, ProductRole } from '@caulkhorn/core/jobs';
import { type FacePlan, tryOn } from '@caulkhorn/core/planning';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatMoney, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { SelectField, TextArea } from '../shared/ui/field';
import { Caution } from '../shared/ui/states';
import { faultText } from '../shared/fault-text';
import { Figure } from '../workings/figure';
import { parts, useJob } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { LayerChanges } from './layer-changes';
import { PourForm } from './pour-form';
import { objectionText } from './objection-text';
import { differenceLines } from './sheet-field';
import { Strips } from './strips';
import type { FaceSite } from './use-face-site';

/** The system that a face has: its coat, whether that holds, what goes with it, and why it was chosen. */
export function ChosenSystem({ site }: { site: FaceSite }) {
  const { put, can } = useJob(parts('put', 'can'));
  const house = useHouse();
  const { plan } = site;
  const buildUp = plan.buildUp!;
  const coat = plan.products?.coat;
  const editable = can('plan');
  const choices = house.catalogue.choices('coat', buildUp.family);
  const options = [...choices, ...(coat && !choices.includes(coat) ? [coat] : [])];
  const missing = plan.findings.filter(
    ({ code }) => code === 'product-version-unknown' || code === 'no-product-for-part' || code === 'no-pour',
  );
  const potable = plan.findings.filter(({ code }) => code === 'not-for-drinking-water').map(({ values }) => String(values?.['product']));
  const hazards = [...new Set([...(coat?.hazards ?? []), ...plan.lines.flatMap(({ product }) => product.hazards ?? [])])];
  return (
    <section className="flex flex-col gap-2.5">
      <SelectField
        label={t(`family.${buildUp.family}`)}
        disabled={!editable}
        value={coat ? keyOf(coat) : ''}
        options={[
          ...(coat ? [] : [{ value: '', label: t('build-up.sheet-unknown') }]),
          ...options.map((product) => ({
            value: keyOf(product),
            label: `${product.name}, ${t('product.version', { n: product.version })}`,
          })),
        ]}
        onChange={(event) => {
          const next = options.find((product) => keyOf(product) === event.target.value);
          if (next) put('build-up', { ...buildUp, products: pinProducts(next, buildUp.family, house.catalogue) });
        }}
      />
      {coat ? <NewerVersion site={site} coat={coat} editable={editable} /> : null}
      {missing.map((found, i) => (
        <p key={i} role="alert" className="font-medium text-iron">
          {found.code === 'no-product-for-part'
            ? t('build-up.no-part', { part: tOf(`role.${String(found.values?.['role'])}`) })
            : faultText(found)}
        </p>
      ))}
      {missing.some(({ code }) => code === 'no-product-for-part') && coat && editable ? (
        <Button
          size="small"
          className="self-start"
          onClick={() =>
            put('build-up', { ...buildUp, products: { ...pinProducts(coat, buildUp.family, house.catalogue), ...buildUp.products } })
          }
        >
          {t('build-up.pin-missing')}
        </Button>
      ) : null}
      {buildUp.exception ? (
        <p className="border-l-4 border-iron pl-2 font-medium">{t('exception.shown', buildUp.exception)}</p>
      ) : (
        <Against site={site} />
      )}
      {plan.rating ? <RatingFigures site={site} /> : null}
      {potable.length > 0 ? (
        <p role="alert" className="font-medium text-iron">
          {t('build-up.not-potable', { products: potable.join(', ') })}
        </p>
      ) : null}
      {FAMILIES[buildUp.family].preparedFor === 'green' ? <PourForm site={site} /> : null}
      <Parts plan={plan} buildUp={buildUp} editable={editable} />
      <Strips site={site} editable={editable} />
      <LayerChanges plan={plan} buildUp={buildUp} editable={editable} />
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
      {coat?.coat?.cure ? (
        <p className="text-[13px] text-soft">
          {t('build-up.cure', { perDay: coat.coat.cure.mistsPerDay, days: coat.coat.cure.days, product: coat.name })}
        </p>
      ) : null}
      {hazards.map((hazard) => (
        <Caution key={hazard}>{t(`caution.${hazard}`)}</Caution>
      ))}
    </section>
  );
}

export const keyOf = ({ id, version }: Pick<Product, 'id' | 'version'>): string => `${id}@${version}`;

/** A sheet that has been written anew since the face was planned: what it says otherwise, and what that would change here. */
function NewerVersion({ site, coat, editable }: { site: FaceSite; coat: Product; editable: boolean }) {
  const { put } = useJob(parts('put'));
  const house = useHouse();
  const units = useUnits();
  const newest = house.catalogue.newest(coat.id)!;
  if (newest.version <= coat.version) return null;
  const buildUp = site.plan.buildUp!;
  const [before, after] = [coat, newest].map((product) =>
    tryOn({ family: buildUp.family, coat: product, verdict: 'fits', objections: [] }, site),
  );
  const change = (text: (option: NonNullable<typeof before>) => string) => `${text(before!)} → ${text(after!)}`;
  return (
    <div className="border-l-4 border-ochre bg-ochre-soft px-2.5 py-1.5">
      <p className="font-medium">{t('version.newer', { product: coat.name, n: newest.version, old: coat.version })}</p>
      <ul className="my-1 list-disc pl-5 text-[13px]">
        {differenceLines(coat, newest, units).map(({ label, before: old, after: now }) => (
          <li key={label + old}>
            {label}: {old} → {now}
          </li>
        ))}
      </ul>
      <p className="text-[13px]">
        {t('version.changes', {
          kg: change((option) => formatNumber(option.kg, 1)),
          cost: change((option) => formatMoney(option.costMinor, option.currency)),
          hours: change((option) => formatNumber(option.workH, 1)),
        })}
      </p>
      {editable ? (
        <Button
          size="small"
          className="mt-1"
          onClick={() =>
            put('build-up', { ...buildUp, products: { ...buildUp.products, coat: { id: newest.id, version: newest.version } } })
          }
        >
          {t('version.take', { n: newest.version })}
        </Button>
      ) : null}
    </div>
  );
}

/** Hard limits that stand against what is chosen, as the face is known now. */
function Against({ site }: { site: FaceSite }) {
  const units = useUnits();
  const { buildUp, products } = site.plan;
  if (!buildUp || !products?.coat) return null;
  const hard = judge(buildUp.family, products.coat, site.facts).objections.filter(({ then }) => then === 'cannot');
  if (hard.length === 0) return null;
  return (
    <div role="alert" className="border-l-4 border-iron bg-iron-soft px-2.5 py-1.5">
      <p className="font-semibold">{t('exception.none')}</p>
      <ul className="list-disc pl-5 text-[13px]">
        {hard.map((objection) => (
          <li key={objection.criterionId}>{objectionText(objection, units)}</li>
        ))}
      </ul>
    </div>
  );
}

function RatingFigures({ site }: { site: FaceSite }) {
  const units = useUnits();
  const { rating, ratingCase } = site.plan;
  const { output, input } = rating!;
  // what is only written down may come from a drawing, or from what walls usually reach
  const isTaken = site.measuredMPa === undefined && Number(input['ratedOnStrengthMPa']) > 0 && output.passes;
  return (
    <div>
      {ratingCase ? <p className="text-[13px] text-soft">{t('rating.case', { name: t(`case.${ratingCase}`) })}</p> : null}
      <Figure label={t('rating.needed')} value={output.requiredKPa} unit="kPa" working={rating} />
      <Figure
        label={t('rating.rated', { side: tOf(`side-of-coat.${String(rating!.input['side'])}`) })}
        value={output.ratedKPa}
        unit="kPa"
        working={rating}
      />
      <Figure
        label={t('rating.utilisation')}
        value={
          output.utilisation === null
            ? output.passes
              ? t('rating.nothing')
              : t('rating.void')
            : `${Math.round(output.utilisation * 100)} %`
        }
        working={rating}
        tone={output.passes ? 'good' : 'wrong'}
      />
      {isTaken ? (
        <p className="mt-1 border-l-4 border-ochre bg-ochre-soft px-2.5 py-1 font-medium">
          {t('rating.strength-taken', { strength: formatQuantity(site.face.strengthMPa, 'MPa', units) })}
        </p>
      ) : null}
      {output.reasons.map((reason) => (
        <p key={reason} className="mt-1 font-medium text-iron">
          {t(`rating-reason.${reason}`)}
        </p>
      ))}
    </div>
  );
}

/** The products for everything beside the coat, each to be taken from another maker. */
function Parts({ plan, buildUp, editable }: { plan: FacePlan; buildUp: BuildUp; editable: boolean }) {
  const { put } = useJob(parts('put'));
  const house = useHouse();
  const used = [...new Set([...plan.lines.map(({ product }) => product.role), ...plan.layers.map(({ product }) => product.role)])].filter(
    (role) => role !== 'coat',
  );
  if (used.length === 0) return null;
  const choose = (role: ProductRole, product: Product) =>
    put('build-up', { ...buildUp, products: { ...buildUp.products, [role]: { id: product.id, version: product.version } } });
  return (
    <details>
      <summary className="py-1 font-medium">{t('build-up.parts', { n: used.length })}</summary>
      <div className="grid grid-cols-2 gap-2 max-[719px]:grid-cols-1">
        {used.map((role) => {
          const now = plan.products?.[role];
          const choices = house.catalogue.choices(role, buildUp.family);
          const options = [...choices, ...(now && !choices.includes(now) ? [now] : [])];
          return (
            <SelectField
              key={role}
              label={t(`role.${role}`)}
              disabled={!editable}
              value={now && keyOf(now)}
              options={options.map((product) => ({ value: keyOf(product), label: product.name }))}
              onChange={(event) => {
                const next = options.find((product) => keyOf(product) === event.target.value);
                if (next) choose(role, next);
              }}
            />
          );
        })}
      </div>
    </details>
  );
}
