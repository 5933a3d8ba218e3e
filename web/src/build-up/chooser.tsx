import { type Product, pinProducts } from '@caulkhorn/core/catalogue';
import type { BuildUp } from '@caulkhorn/core/jobs';
import { type Candidate, type Option, USUAL_WEIGHTS, judgeFace, madeFor, nearestOf, rankOptions } from '@caulkhorn/core/planning';
import type { Rank } from '@caulkhorn/core/build-up';
import { useMemo, useState } from 'react';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatMoney } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { TextArea } from '../shared/ui/field';
import { parts, useJob } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { Comparison } from './comparison';
import { firstText, objectionText } from './objection-text';
import { RankingArithmetic } from './ranking-arithmetic';
import type { FaceSite } from './use-face-site';
import { WeightsField } from './weights-field';

const MOST_COMPARED = 3;

/** Every family's verdict on a face: what fits, best first by what counts here; what fits once something is done; what cannot, and why. */
export function Chooser({ site, onChosen }: { site: FaceSite; onChosen(): void }) {
  const { model, put, can, session } = useJob(parts('model', 'put', 'can', 'session'));
  const house = useHouse();
  const [compared, setCompared] = useState<readonly string[]>([]);
  const [opensComparison, setOpensComparison] = useState(false);
  const weights = model.job.weights ?? USUAL_WEIGHTS;
  const candidates = useMemo(() => judgeFace(site.facts, house), [site.facts, house]);
  const ranked = useMemo(() => rankOptions(candidates, site, weights), [candidates, site, weights]);
  const impossible = candidates.filter(({ verdict }) => verdict === 'cannot');
  const units = useUnits();
  const choose = (option: Candidate & { coat: Product }, exception?: BuildUp['exception']) => {
    const before = site.plan.buildUp;
    const buildUp: BuildUp = {
      id: before?.id ?? v4(),
      faceId: site.face.id,
      family: option.family,
      products: pinProducts(option.coat, option.family, house.catalogue),
      ...madeFor(option, site, (objection) => objectionText(objection, units)),
      ...(before?.schools ? { schools: before.schools } : {}),
      ...(before?.reason ? { reason: before.reason } : {}),
      ...(exception ? { exception } : {}),
    };
    put('build-up', buildUp);
    onChosen();
  };
  const toggle = (family: string) =>
    setCompared((now) => (now.includes(family) ? now.filter((each) => each !== family) : [...now, family].slice(-MOST_COMPARED)));
  return (
    <section aria-label={t('choose.name')} className="my-3 border-y-2 border-rule-strong py-2.5">
      <WeightsField weights={weights} />
      {ranked.length === 0 ? <NothingFits candidates={candidates} /> : null}
      <ol className="mt-2">
        {ranked.map(({ option, rank }, i) => (
          <OptionRow
            key={option.family}
            place={i + 1}
            option={option}
            rank={rank}
            best={Math.max(...ranked.map((each) => each.rank.total ?? 0))}
            isCompared={compared.includes(option.family)}
            onCompare={() => toggle(option.family)}
            onChoose={can('plan') ? () => choose(option) : undefined}
          />
        ))}
      </ol>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <Button size="small" disabled={compared.length < 2} onClick={() => setOpensComparison(true)}>
          {t('choose.compare', { n: compared.length })}
        </Button>
        {compared.length < 2 && ranked.length > 1 ? <span className="text-[13px] text-soft">{t('choose.compare-how')}</span> : null}
      </div>
      {ranked.length > 0 ? <RankingArithmetic ranked={ranked} weights={weights} /> : null}
      <Impossible
        candidates={impossible}
        onChoose={can('plan') ? (candidate, reason) => choose(candidate, { by: session.name, reason }) : undefined}
      />
      <Comparison
        open={opensComparison}
        onOpenChange={setOpensComparison}
        options={ranked.map(({ option }) => option).filter(({ family }) => compared.includes(family))}
      />
    </section>
  );
}

interface OptionRowProps {
  place: number;
  option: Option;
  rank: Rank;
  /** total of the first */ best: number;
  isCompared: boolean;
  onCompare(): void;
  onChoose?: () => void;
}

function OptionRow({ place, option, rank, best, isCompared, onCompare, onChoose }: OptionRowProps) {
  const units = useUnits();
  const name = t(`family.${option.family}`);
  return (
    <li className="border-b border-rule py-2">
      <div className="flex items-start gap-2">
        <span className="w-5 shrink-0 text-right font-semibold text-soft">{place}</span>
        <div className="min-w-0 flex-1">
          <p className="font-semibold">
            {name}{' '}
            <span className={`text-[13px] ${option.verdict === 'fits' ? 'text-water' : 'text-ochre'}`}>
              {t(`choice.${option.verdict}`)}
            </span>
          </p>
          <p className="text-[13px] text-soft">{option.coat.name}</p>
          {option.preferred ? <p className="text-[13px] font-medium">{t('choose.by-school')}</p> : null}
          {option.objections.length > 0 ? (
            <ul className="mt-0.5 text-[13px]">
              {option.objections.map((objection) => (
                <li key={objection.criterionId}>
                  <b className="text-ochre">{firstText(objection, units)}:</b> {objectionText(objection, units)}
                </li>
              ))}
            </ul>
          ) : null}
          <p className="mt-1 flex flex-wrap gap-x-4 text-[13px]">
            <span>{formatMoney(option.costMinor, option.currency)}</span>
            <span>{t('choose.days', { days: formatNumber(option.days, 1) })}</span>
            <span>{t('choose.kg', { kg: formatNumber(option.kg, 0) })}</span>
            {option.thicknessMm > 0 ? <span>{t('choose.mm', { mm: formatNumber(option.thicknessMm, 1) })}</span> : null}
          </p>
        </div>
        <div className="flex shrink-0 flex-col items-end gap-1.5">
          {rank.total === null ? null : <Score behind={best - rank.total} share={rank.total} />}
          {onChoose ? (
            <Button size="small" onClick={onChoose} aria-label={t('choose.take', { family: name })}>
              {t('choose.take-short')}
            </Button>
          ) : null}
          <label className="flex items-center gap-1 text-[13px] max-[719px]:min-h-14">
            <input
              type="checkbox"
              className="size-4 accent-[var(--water)]"
              checked={isCompared}
              onChange={onCompare}
              aria-label={t('choose.compare-one', { family: name })}
            />
            {t('choose.compare-short')}
          </label>
        </div>
      </div>
    </li>
  );
}

/** Differences from the best, in words: the figures behind them are rough. */
const BEHIND = [
  { from: 0.3, key: 'choose.far-behind' },
  { from: 0.12, key: 'choose.behind' },
  { from: 0.04, key: 'choose.close-behind' },
] as const;

function Score({ share, behind }: { share: number; behind: number }) {
  return (
    <span className="flex items-center gap-1.5 text-[13px]" title={t('choose.score')}>
      <span className="h-2 w-14 border border-rule-strong" aria-hidden>
        <span className="block h-full bg-water" style={{ width: `${Math.round(share * 100)}%` }} />
      </span>
      {t(BEHIND.find(({ from }) => behind >= from)?.key ?? 'choose.level-with-best')}
    </span>
  );
}

interface ImpossibleProps {
  candidates: readonly Candidate[];
  onChoose?: ((candidate: Candidate & { coat: Product }, reason: string) => void) | undefined;
}

function Impossible({ candidates, onChoose }: ImpossibleProps) {
  const units = useUnits();
  if (candidates.length === 0) return null;
  return (
    <details className="mt-2">
      <summary className="py-1 font-medium">{t('choose.cannot-n', { n: candidates.length })}</summary>
      <ul>
        {candidates.map(({ family, objections, coat, ...rest }) => (
          <li key={family} className="border-b border-rule py-1.5">
            <b className="font-medium">{t(`family.${family}`)}</b>
            {objections.length === 0 ? <span className="text-soft"> {t('choose.no-product')}</span> : null}
            <ul className="text-[13px]">
              {objections
                .filter(({ then }) => then === 'cannot')
                .map((objection) => (
                  <li key={objection.criterionId}>{objectionText(objection, units)}</li>
                ))}
            </ul>
            {onChoose && coat ? (
              <AllTheSame family={family} onChoose={(reason) => onChoose({ family, objections, coat, ...rest }, reason)} />
            ) : null}
          </li>
        ))}
      </ul>
    </details>
  );
}

/** A hard limit may be passed by whoever answers for it under his own name: it stays an exception, in the plan and in the dossier. */
function AllTheSame({ family, onChoose }: { family: Candidate['family']; onChoose(reason: string): void }) {
  const [reason, setReason] = useState('');
  const name = t(`family.${family}`);
  return (
    <details className="text-[13px]">
      <summary className="min-h-7 py-1 text-soft max-[719px]:min-h-14">{t('choose.all-the-same')}</summary>
      <TextArea
        label={t('choose.exception-reason')}
        hint={t('choose.exception-why')}
        value={reason}
        maxLength={500}
        onChange={({ target }) => setReason(target.value)}
      />
      <Button
        size="small"
        className="mt-1.5"
        disabled={reason.trim() === ''}
        onClick={() => onChoose(reason.trim())}
        aria-label={t('choose.take-against', { family: name })}
      >
        {t('choose.take-against-short')}
      </Button>
    </details>
  );
}

function NothingFits({ candidates }: { candidates: readonly Candidate[] }) {
  const units = useUnits();
  const nearest = nearestOf(candidates);
  return (
    <div role="alert" className="border-l-4 border-iron bg-iron-soft px-2.5 py-1.5">
      <p className="font-semibold">{t('relax.title')}</p>
      {nearest ? (
        <>
          <p>{t('relax.nearest', { family: t(`family.${nearest.family}`) })}</p>
          <ul className="list-disc pl-5">
            {nearest.limits.map((limit) => (
              <li key={limit.criterionId}>{objectionText(limit, units)}</li>
            ))}
          </ul>
        </>
      ) : null}
    </div>
  );
}
