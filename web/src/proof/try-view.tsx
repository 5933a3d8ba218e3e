import type { Face } from '@caulkhorn/core/jobs';
import { type PlannedTest, type Try, levelOfItself } from '@caulkhorn/core/proof';
import { describeFields } from '@caulkhorn/core/fields';
import { TEST_RESULT_FIELDS, extentOf } from '@caulkhorn/core/jobs';
import { Suspense, lazy, useMemo } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayOnly, fullTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { FilmPicture } from '../site-log/film-picture';
import { saveFile } from '../shared/save-file';
import { readingsIn } from './readings-of';
import { rowsCsv } from './rows-csv';
import { StateChip } from './state-chip';
import { failureText, lackText, shownText } from './test-texts';
import { useTargetName } from './use-target-name';

const Curves = lazy(() => import('../charts/curves').then((m) => ({ default: m.Curves })));
/** What is told one by one; the rest is counted. */
const MOST_TOLD = 12;

/** A test as it was taken: by whom, with what, what it shows beside what is asked, and what keeps it from showing anything. */
export function TryView({
  one: { entry, judgement },
  planned,
  face,
  onCorrect,
}: {
  one: Try;
  planned: PlannedTest;
  face: Face;
  /** none where it may not be corrected */ onCorrect?: () => void;
}) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const nameOf = useTargetName(face.id);
  const { timeZone } = model.job;
  const { figures, failures, lacks, voids, state } = judgement;
  const body = entry?.body;
  const about = body
    ? [
        t('proof.read-by', { who: entry.personName, when: fullTime(entry.occurredAt, timeZone) }),
        ...(body.mendId ? [t('proof.after-mending')] : []),
        ...(body.instrument ? [t('proof.with', { instrument: body.instrument })] : []),
        ...(body.calibratedOn ? [t('proof.set-on', { day: dayOnly(`${body.calibratedOn}T12:00:00Z`, 'UTC') })] : []),
        ...(body.witness ? [t('proof.seen-by', { witness: body.witness })] : []),
        ...(body.weather ? [body.weather] : []),
      ]
    : [];
  return (
    <article className="border-b border-rule py-2">
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <StateChip state={state} />
        <span className="text-[13px] text-soft">{about.join(' · ')}</span>
      </p>
      <ul className="mt-1">
        {figures.map((figure) => (
          <li key={figure.name}>{shownText(figure, units)}</li>
        ))}
      </ul>
      {failures.length > 0 ? (
        <div className="mt-1 border-l-4 border-iron pl-2.5">
          <p className="font-semibold text-iron">{t('proof.does-not-hold')}</p>
          <ul>
            {failures.slice(0, MOST_TOLD).map((failure, i) => (
              <li key={i}>{failureText(failure, nameOf, units)}</li>
            ))}
            {failures.length > MOST_TOLD ? <li>{t('proof.more', { n: failures.length - MOST_TOLD })}</li> : null}
          </ul>
        </div>
      ) : null}
      {[
        { title: t('proof.voids'), list: voids },
        { title: t('proof.lacks'), list: lacks },
      ]
        .filter(({ list }) => list.length > 0)
        .map(({ title, list }) => (
          <div key={title} className="mt-1 border-l-4 border-ochre pl-2.5">
            <p className="font-semibold">{title}</p>
            <ul>
              {[...new Set(list.map((lack) => lackText(lack, timeZone)))].map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          </div>
        ))}
      {body ? <Drawn result={body.result} planned={planned} face={face} /> : null}
      {body ? <ReadingsOut result={body.result} name={`${face.mark}-${planned.id}.csv`} /> : null}
      {body?.note ? <p className="mt-1">{body.note}</p> : null}
      {body && onCorrect ? (
        <Button look="quiet" size="small" className="max-[719px]:h-14" onClick={onCorrect}>
          {t('proof.correct')}
        </Button>
      ) : null}
    </article>
  );
}

type Result = NonNullable<Try['entry']>['body']['result'];

/** The readings as a table that other programs read, and that can be read in again. */
function ReadingsOut({ result, name }: { result: Result; name: string }) {
  const rows = readingsIn(describeFields(TEST_RESULT_FIELDS[result.kind]));
  if (!rows) return null;
  const read = (result as unknown as Record<string, readonly Record<string, unknown>[]>)[rows.list]!;
  if (read.length === 0) return null;
  return (
    <Button
      look="quiet"
      size="small"
      className="max-[719px]:h-14"
      onClick={() => saveFile(name, rowsCsv(rows.columns, read), 'text/csv;charset=utf-8')}
    >
      {t('proof.rows-out')}
    </Button>
  );
}

/** The readings as a picture, where one says more than a list. */
function Drawn({ result, planned, face }: { result: Result; planned: PlannedTest; face: Face }) {
  if (result.kind === 'film-dry') return <FilmDrawn readings={result.readings} planned={planned} face={face} />;
  if (result.kind === 'pull-off') return <Pulls result={result} planned={planned} />;
  if (result.kind === 'ponding' || result.kind === 'tank-fill') return <Levels result={result} />;
  return null;
}

function FilmDrawn({
  readings,
  planned,
  face,
}: {
  readings: Extract<Result, { kind: 'film-dry' }>['readings'];
  planned: PlannedTest;
  face: Face;
}) {
  const wet = useMemo(() => readings.map(({ mm, ...place }) => ({ wetMm: mm, ...place })), [readings]);
  const { minU, maxU, minV, maxV } = extentOf(face.outline);
  const { filmMm, leastShare = 1 } = planned.limits;
  if (filmMm === undefined || wet.every(({ uM }) => uM === undefined)) return null;
  return (
    <FilmPicture
      face={face}
      stretch={{ fromU: minU, toU: maxU, minV, maxV }}
      readings={wet}
      leastMm={filmMm * leastShare}
      thin={[]}
      next={undefined}
    />
  );
}

/** Each pull as a bar against what is wanted, with where it broke in words. */
function Pulls({ result: { pulls, dollyMm }, planned }: { result: Extract<Result, { kind: 'pull-off' }>; planned: PlannedTest }) {
  const units = useUnits();
  const areaMm2 = (Math.PI * dollyMm * dollyMm) / 4;
  const strengths = pulls.map(({ loadN }) => loadN / areaMm2);
  const { requiredMPa, leastMPa } = planned.limits;
  const most = Math.max(...strengths, requiredMPa ?? 0) * 1.05 || 1;
  const share = (mPa: number) => `${(100 * mPa) / most}%`;
  return (
    <figure className="mt-2">
      <figcaption className="text-[13px] font-semibold">{t('proof.pulls')}</figcaption>
      <ol className="mt-1 flex flex-col gap-0.5">
        {pulls.map(({ failure }, i) => (
          <li key={i} className="grid grid-cols-[28px_1fr_76px_minmax(96px,auto)] items-center gap-x-2 text-[13px]">
            <span className="text-right text-soft tabular-nums">{i + 1}</span>
            <span className="relative h-4 bg-sunk">
              <span
                className={`absolute inset-y-0 left-0 ${failure === 'glue' ? 'border border-rule-strong' : strengths[i]! < (leastMPa ?? 0) ? 'bg-iron' : 'bg-water'}`}
                style={{ width: share(strengths[i]!) }}
              />
              {requiredMPa === undefined ? null : (
                <span className="absolute -inset-y-0.5 w-0.5 bg-ink" style={{ left: share(requiredMPa) }} />
              )}
            </span>
            <span className="tabular-nums">{formatQuantity(strengths[i]!, 'MPa', units)}</span>
            <span>{t(`value.${failure}`)}</span>
          </li>
        ))}
      </ol>
      {requiredMPa === undefined ? null : (
        <p className="text-[13px] text-soft">{t('proof.wanted-line', { limit: formatQuantity(requiredMPa, 'MPa', units) })}</p>
      )}
    </figure>
  );
}

/** The level as it was read, and as it would stand without pan and rain; from its start, so that millimetres are seen. */
function Levels({ result }: { result: Extract<Result, { kind: 'ponding' | 'tank-fill' }> }) {
  const { levels } = result;
  const [first] = levels;
  const from = first!.levelMm;
  const own = levelOfItself(first!);
  const data = levels.map((level) => ({ x: level.h, read: level.levelMm - from, own: levelOfItself(level) - own }));
  const allowedMm = result.kind === 'ponding' ? 1 : Math.min(10, (1000 * result.depthM) / 500);
  return (
    <Suspense>
      <Curves
        title={t('proof.chart-levels')}
        data={data}
        curves={[
          { key: 'own', name: t('proof.level-itself') },
          { key: 'read', name: t('proof.level-read'), colour: 'var(--ink-soft)', dash: '4 3' },
        ]}
        xLabel={t('proof.hours')}
        yLabel="mm"
        horizontal={[{ y: -allowedMm, label: t('proof.level-least'), colour: 'var(--iron)' }]}
        height={200}
      />
    </Suspense>
  );
}
