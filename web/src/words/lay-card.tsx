import { type NOTCHES, notchFilmMm, notchFor } from '@caulkhorn/core/build-up';
import type { Tool } from '@caulkhorn/core/catalogue';
import { type FacePlan, toolFor } from '@caulkhorn/core/planning';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { formatFilm, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Said } from './said';

const SIGNS = ['right', 'next', 'look', 'laps', 'batch'] as const;
/** Laid with a comb or squeegee rather than brushed in. */
const COMBED: ReadonlySet<string> = new Set(['squeegee', 'trowel']);

/** How a system is laid: the movement, the film, the signs by which it is right and ready for the next coat, and what is never done. */
export function LayCard({
  plan,
  tool,
  isOneOfMany = false,
}: {
  plan: Pick<FacePlan, 'family' | 'layers'>;
  /** that the crew works with, where the product can be laid with it */ tool?: Tool | undefined;
  /** no place of its own among the landmarks of the page */ isOneOfMany?: boolean;
}) {
  const units = useUnits();
  const { family, layers } = plan;
  if (!family) return null;
  const coat = layers.find(({ counts }) => counts);
  const wetMm = coat?.wetMm;
  const laidBy = coat?.product.placingKgPerMin && toolFor(coat.product, tool);
  const isCombed = laidBy !== undefined && COMBED.has(laidBy);
  const notch = isCombed && wetMm !== undefined ? notchFor(wetMm) : undefined;
  return (
    <section aria-label={isOneOfMany ? undefined : t('lay.title')} className="mt-4 break-inside-avoid-page">
      <h2 className="mb-1 font-semibold">{t('lay.title')}</h2>
      <p>
        <Said>{t(`lay.${family.id}.how`)}</Said>
      </p>
      {wetMm === undefined ? null : <p className="font-medium">{t('lay.film', { film: formatFilm(wetMm, units) })}</p>}
      {notch ? <p>{notchText(notch, units)}</p> : null}
      <dl className="my-1.5 grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5">
        {laidBy && family.preparedFor !== 'injection' && family.preparedFor !== 'cavity' ? (
          <Row name={t('lay.by', { tool: t(`tool.${laidBy}`) })} text={tOf(`lay.by.${family.preparedFor}.${laidBy}`)} />
        ) : null}
        {SIGNS.map((sign) => (
          <Row key={sign} name={t(`lay.${sign}`)} text={t(`lay.${family.id}.${sign}`)} />
        ))}
        <Row name={t('lay.clean')} text={t(`lay.clean.${family.preparedFor}`)} />
        <Row name={t('lay.never')} text={t(`lay.never.${family.preparedFor}`)} />
      </dl>
      <p className="text-[13px] text-soft">{t('lay.always')}</p>
    </section>
  );
}

function Row({ name, text }: { name: string; text: string }) {
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd>
        <Said>{text}</Said>
      </dd>
    </>
  );
}

function notchText(notch: (typeof NOTCHES)[number], units: UnitSystem): string {
  const mm = (value: number) => formatQuantity(value, 'mm', units);
  return t(`lay.notch-${notch.shape}`, {
    width: mm(notch.widthMm),
    depth: mm(notch.depthMm),
    pitch: mm(notch.pitchMm),
    film: formatFilm(notchFilmMm(notch), units),
  });
}
