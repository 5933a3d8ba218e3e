import { FAMILIES, type Product } from '@caulkhorn/core/catalogue';
import type { PlannedLayer } from '@caulkhorn/core/materials';
import type { DossierFace, ReleasedFace } from '@caulkhorn/core/proof';
import { type Breach, type Conditions, dewMargin } from '@caulkhorn/core/site-log';
import type { ReactNode } from 'react';
import { LayerStack } from '../build-up/layer-stack';
import { t, tOf } from '../messages/t';
import { formatMargin, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fullTime } from '../shared/times';
import { breachText } from '../words/breach-text';
import { PhotosOfFace } from './dossier-photos';
import { TestsOfFace } from './dossier-tests';
import { releasedStepName } from '../words/released-name';
import { DossierTable } from './dossier-table';

/** The air in which a coat went on, and its margin. */
function Measured({
  conditions,
  breaches,
  at,
}: {
  conditions: Conditions;
  breaches: readonly Breach[];
  /** where that was before the start */ at?: string;
}) {
  const units = useUnits();
  const { airTemperatureC, surfaceTemperatureC, relativeHumidityPct } = conditions;
  const margin = dewMargin(conditions);
  return (
    <span className="block text-[12px]">
      {t('log.conditions', {
        air: formatQuantity(airTemperatureC, '°C', units),
        surface: formatQuantity(surfaceTemperatureC, '°C', units),
        rh: relativeHumidityPct,
      })}
      {margin ? `, ${t('log.margin', { margin: formatMargin(margin.marginC, units) })}` : ''}
      {at ? ` ${t('log.measured-at', { at })}` : ''}
      {breaches.map((breach) => (
        <b key={breach.code} className="block">
          {breachText(breach, units)}
        </b>
      ))}
    </span>
  );
}

/** What was read and mixed while it was laid, and how often it was wetted. */
function Recorded({ film, pails, thrown, rounds }: Pick<DossierFace['work'][number], 'film' | 'pails' | 'thrown' | 'rounds'>) {
  const units = useUnits();
  const mm = (value: number) => formatQuantity(value, 'mm', units);
  const values = film.map(({ wetMm }) => wetMm);
  const says = [
    ...(values.length > 0
      ? [t('dossier.film', { n: values.length, mean: mm(values.reduce((a, b) => a + b, 0) / values.length), min: mm(Math.min(...values)) })]
      : []),
    ...(pails > 0 ? [t('dossier.pails', { n: pails })] : []),
    ...(thrown > 0 ? [t('dossier.thrown', { n: thrown })] : []),
    ...(rounds > 0 ? [t('dossier.rounds', { n: rounds })] : []),
  ];
  return says.length > 0 ? <span className="block text-[12px]">{says.join(', ')}</span> : null;
}

/** One part of the dossier under its head. */
export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-5">
      <h2 className="mb-1 break-after-avoid border-b border-rule-strong text-base font-semibold">{title}</h2>
      {children}
    </section>
  );
}

/** Sheets that were released. */
type Sheets = readonly { id: string; version: number; name: string }[];
const sheetOf = (sheets: Sheets, ref: { id: string; version: number } | undefined) =>
  sheets.find(({ id, version }) => id === ref?.id && version === ref.version);

/** Every face with its load, its coat, and how much of the coat's rating is used. */
export function FacesTable({ faces, products }: { faces: readonly ReleasedFace[]; products: Sheets }) {
  const units = useUnits();
  const heads = ['face', 'substrate', 'levels', 'area', 'head', 'force', 'coat', 'used'] as const;
  return (
    <div className="overflow-x-auto" tabIndex={0}>
      <DossierTable heads={heads.map((name) => t(`dossier.col-${name}`))}>
        {faces.map((face) => {
          const { load, rating } = face;
          return (
            <tr key={face.faceId} className="break-inside-avoid border-b border-rule align-top">
              <td className="py-1 pr-2">
                <b>{face.mark}</b> {face.name}
              </td>
              <td className="py-1 pr-2">{tOf(`substrate.${face.substrate}`)}</td>
              <td className="py-1 pr-2 whitespace-nowrap">
                {formatQuantity(face.bottomLevelM, 'm', units)}
                {face.topLevelM > face.bottomLevelM ? ` … ${formatQuantity(face.topLevelM, 'm', units)}` : ''}
              </td>
              <td className="py-1 pr-2 whitespace-nowrap">{formatQuantity(face.areaM2, 'm²', units)}</td>
              <td className="py-1 pr-2">
                {load ? (
                  <>
                    <span className="whitespace-nowrap">{formatQuantity(load.headAtFootM, 'm', units)}</span>
                    <span className="block text-[12px] text-soft">{load.water}</span>
                  </>
                ) : (
                  t('no-value')
                )}
              </td>
              <td className="py-1 pr-2 whitespace-nowrap">
                {load?.forceKN === undefined ? t('no-value') : formatQuantity(load.forceKN, 'kN', units)}
              </td>
              <td className="py-1 pr-2">{sheetOf(products, face.products['coat'])?.name ?? t('no-value')}</td>
              <td className={`py-1 ${rating && !rating.passes ? 'font-semibold text-iron' : ''}`}>
                {rating ? (rating.utilisation === null ? t('rating.void') : `${Math.round(rating.utilisation * 100)} %`) : t('no-value')}
              </td>
            </tr>
          );
        })}
      </DossierTable>
    </div>
  );
}

/** Layers as they were decided, in section; a plan whose sheets are not all there has none. */
function LayersOfFace({ face, products }: { face: ReleasedFace; products: readonly Product[] }) {
  const layers = face.layers.flatMap(({ product, layer, after, ...rest }) => {
    const sheet = products.find(({ id, version }) => id === product.id && version === product.version);
    return sheet ? [{ ...rest, layer: layer as PlannedLayer['layer'], product: sheet, ...(after ? { after } : {}) } as PlannedLayer] : [];
  });
  if (layers.length === 0 || layers.length < face.layers.length) return null;
  return (
    <div className="my-2 max-w-[150mm] break-inside-avoid">
      <LayerStack layers={layers} />
    </div>
  );
}

/** One coated face: its treatments with their rules, then what was done, when and with what. */
export function FaceSection({ of, products, timeZone }: { of: DossierFace; products: readonly Product[]; timeZone: string }) {
  const { face, work } = of;
  const units = useUnits();
  const coat = sheetOf(products, face.products['coat']);
  const time = (ms: number | undefined) => (ms === undefined ? t('no-value') : fullTime(ms, timeZone));
  // a school is told where it was used, and one that nobody chose as the usual one
  const used = face.family === undefined ? [] : FAMILIES[face.family].schools;
  const schools = Object.entries(face.schools).filter(([question]) => used.some((each) => each === question));
  return (
    <Section title={`${face.mark} ${face.name}`}>
      <p>
        {tOf(`family.${face.family}`)}
        {coat ? `: ${coat.name} ${t('product.version', { n: coat.version })}` : ''}
        {schools.map(([question, { school, from }]) => {
          const name = `${tOf(`school.${question}`)} ${tOf(`school.${question}.${school}`)}`;
          return ` · ${from === 'usual' ? t('dossier.school-usual', { school: name }) : name}`;
        })}
        {face.reason ? ` · ${face.reason}` : ''}
      </p>
      <ul className="my-1 list-disc pl-5">
        {face.treatments.map((treatment) => (
          <li key={treatment.targetId}>
            <b>{treatment.mark ? `${treatment.mark} ${tOf(`feature.${treatment.of}`)}` : tOf(`junction.${treatment.of}`)}</b>
            {treatment.widthMm === undefined ? '' : `, ${formatQuantity(treatment.widthMm, 'mm', units)}`}
            {treatment.headM === undefined
              ? ''
              : `, ${t('dossier.under-head', { head: formatQuantity(treatment.headM, 'm', units) })}`}: {t(`verdict.${treatment.verdict}`)}.{' '}
            {tOf(`why.${treatment.why}`)}
            {treatment.instead
              ? ` ${t('override.dossier', { reason: treatment.instead.reason, usual: tOf(`why.${treatment.instead.why}`) })}`
              : ''}
          </li>
        ))}
      </ul>
      <LayersOfFace face={face} products={products} />
      {work.length > 0 ? (
        <DossierTable heads={(['work', 'begun', 'ended', 'batch', 'by'] as const).map((name) => t(`dossier.col-${name}`))}>
          {work.map(({ item, done, breaches, ...record }) => (
            <tr key={item.id} className="break-inside-avoid border-b border-rule">
              <td className="py-0.5 pr-2">
                {releasedStepName(item, face)}
                {done?.conditions ? (
                  <Measured
                    conditions={done.conditions}
                    breaches={breaches}
                    {...(done.conditionsAt === undefined ? {} : { at: time(done.conditionsAt) })}
                  />
                ) : null}
                <Recorded {...record} />
              </td>
              <td className="py-0.5 pr-2">{time(done?.startedAt)}</td>
              <td className="py-0.5 pr-2">{time(done?.finishedAt)}</td>
              <td className="py-0.5 pr-2">{done?.batchNumbers.join(', ') || t('no-value')}</td>
              <td className="py-0.5">{done?.people.join(', ') || t('no-value')}</td>
            </tr>
          ))}
        </DossierTable>
      ) : null}
      <PhotosOfFace of={of} timeZone={timeZone} />
      <TestsOfFace of={of} timeZone={timeZone} />
      <p className="mt-1 text-[13px]">{t('dossier.no-drilling')}</p>
    </Section>
  );
}
