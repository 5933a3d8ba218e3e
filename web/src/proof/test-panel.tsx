import { type Face, type FacePoint, isLevelFace, pathLengthM } from '@caulkhorn/core/jobs';
import { CALIBRATED_FOR_DAYS, type PlannedTest, type ProofRow, TEST_RULES, type Try, testPlacesOn } from '@caulkhorn/core/proof';
import { slabResults } from '@caulkhorn/core/survey';
import { Suspense, lazy, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { parts, useJob, usePlanning, useSelection } from '../job/job-context';
import { t, tOf } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Button, buttonClass } from '../shared/ui/button';
import { SlateTitle } from '../shared/ui/slate-title';
import { Caution } from '../shared/ui/states';
import { CrystalsGrowing } from './crystals-growing';
import { MendForm } from './mend-form';
import { StateChip } from './state-chip';
import { TestForm } from './test-form';
import { limitTexts } from './test-texts';
import { useTargetName } from './use-target-name';
import { TriesTrend } from './tries-trend';
import { TryView } from './try-view';

const DryingPanel = lazy(() => import('../water/drying-panel').then((m) => ({ default: m.DryingPanel })));

/** More numbers than this on a sheet are read by nobody. */
const MOST_SHOWN = 40;
const CARED: ReadonlySet<PlannedTest['test']> = new Set([
  'pull-off',
  'pinhole',
  'ponding',
  'tank-fill',
  'penetration-air',
  'manhole-water',
  'manhole-vacuum',
  'cavity-run',
  'core',
]);

/** One test of one face: how it is done and where, what was read, what it showed, and what is done where it failed. */
export function TestPanel({ face, row }: { face: Face; row: ProofRow }) {
  const { can, revision, session, organisationId, jobId } = useJob(parts('can', 'revision', 'session', 'organisationId', 'jobId'));
  const { timeZone } = useJob((job) => job.model.job);
  const units = useUnits();
  const { planned, state, tries, open } = row;
  const { test } = planned;
  const nameOf = useTargetName(face.id);
  const places = usePlaces(face, row);
  const [isWriting, setWriting] = useState(false);
  const [correcting, setCorrecting] = useState<Try['entry']>(undefined);
  const read = useRef<HTMLElement>(null);
  const known = useRef(tries.length);
  // what was just written down is looked at next
  useEffect(() => {
    if (tries.length > known.current) read.current?.scrollIntoView({ block: 'start' });
    known.current = tries.length;
  }, [tries.length]);
  const family = revision?.decided?.faces.find(({ faceId }) => faceId === face.id)?.family;
  const rule = TEST_RULES.find(({ id, families }) => id === planned.id && (!families || (family && families.includes(family))));
  const days = test === 'slab-moisture' ? undefined : CALIBRATED_FOR_DAYS[test];
  const mayWrite = can('test') && state !== 'waits' && state !== 'left-out';
  return (
    <>
      <SlateTitle mark={face.mark}>
        {tOf(`test.${planned.id}`)} <StateChip state={state} />
      </SlateTitle>
      {CARED.has(test) ? <Caution>{tOf(`test-care.${test}`)}</Caution> : null}
      <dl className="my-3 grid grid-cols-[96px_1fr] gap-x-3 gap-y-1.5 max-[719px]:grid-cols-1">
        <dt className="text-soft">{t('proof.how')}</dt>
        <dd>{tOf(`test-how.${test}`)}</dd>
        <dt className="text-soft">{t('proof.asked')}</dt>
        <dd>
          {limitTexts(planned, units).join(', ')}
          {rule ? <span className="block text-[13px] text-soft">{t('proof.source', { source: sourceText(rule.source) })}</span> : null}
        </dd>
        <dt className="text-soft">{t('proof.places')}</dt>
        <dd>
          {placesText(row, (ids) => ids.map(nameOf).join(', '))}
          {places.length < (planned.places ?? 0) && places.length === MOST_SHOWN ? ` ${t('proof.places-first', { n: MOST_SHOWN })}` : ''}
        </dd>
        {days === undefined ? null : (
          <>
            <dt className="text-soft">{t('proof.instrument')}</dt>
            <dd>{days === 0 ? t('proof.calibrated-today') : t('proof.calibrated', { n: days })}</dd>
          </>
        )}
      </dl>
      <section ref={read} aria-label={t('proof.tries')}>
        <h3 className="border-b border-rule-strong font-semibold">{t('proof.tries')}</h3>
        {tries.length === 0 ? <p className="py-1.5 text-soft">{t('proof.none-yet')}</p> : null}
        {tries.map((one, i) => (
          <TryView
            key={one.entry?.id ?? i}
            {...{ one, planned, face }}
            {...(one.entry && (one.entry.personId === session.personId || can('supersede-others'))
              ? { onCorrect: () => setCorrecting(one.entry) }
              : {})}
          />
        ))}
      </section>
      <TriesTrend tries={tries} />
      {row.crystals ? <CrystalsGrowing crystals={row.crystals} timeZone={timeZone} /> : null}
      {open?.entry ? <MendForm face={face} row={row} /> : null}
      {test === 'slab-moisture' ? <SlabDrying face={face} limitRhPct={planned.limits['rhPct']} /> : null}
      {test === 'slab-moisture' ? (
        <p className="mt-3">
          {t('proof.in-reading')}{' '}
          <Link className={buttonClass('outline', 'small')} to={`/o/${organisationId}/jobs/${jobId}/water?face=${face.id}`}>
            {t('proof.to-readings')}
          </Link>
        </p>
      ) : null}
      {correcting && test !== 'slab-moisture' && can('test') ? (
        <TestForm key={correcting.id} {...{ face, row, places, correcting }} kind={test} onSaved={() => setCorrecting(undefined)} />
      ) : mayWrite && test !== 'slab-moisture' && !(state === 'failed' && open) ? (
        isWriting || state === 'due' ? (
          <TestForm key={row.retest?.mendId ?? ''} face={face} row={row} kind={test} places={places} onSaved={() => setWriting(false)} />
        ) : (
          <Button className="mt-3 max-[719px]:h-14" onClick={() => setWriting(true)}>
            {t('proof.write-another')}
          </Button>
        )
      ) : null}
    </>
  );
}

/** How the slab dries towards its limit, beside the day on which it is to be covered. */
function SlabDrying({ face, limitRhPct }: { face: Face; limitRhPct: number | undefined }) {
  const { model } = useJob(parts('model'));
  const rhPct = useMemo(() => slabResults(face, model.readings).rhPct, [face, model.readings]);
  if (rhPct === undefined || limitRhPct === undefined) return null;
  return (
    <Suspense fallback={<p className="py-2 text-soft">{t('slab.computing')}</p>}>
      <DryingPanel {...{ face, limitRhPct, rhPct }} />
    </Suspense>
  );
}

const sourceText = ({ kind, title }: (typeof TEST_RULES)[number]['source']): string =>
  kind === 'practice' ? t('source.practice') : `${title} · ${t(`source.${kind}`)}`;

function placesText({ planned, retest }: ProofRow, names: (ids: readonly string[]) => string): string {
  const { where, targetIds = [] } = planned;
  const n = retest?.places ?? planned.places ?? 1;
  if (where === 'all') return t('proof.all-over');
  if (where === 'once') return t('proof.once');
  return where === 'each' ? t('proof.places-each', { names: names(targetIds) }) : t(`proof.places-${where}`, { n });
}

/** Where the test is taken, numbered on the sheet while it is looked at. */
function usePlaces(face: Face, { planned, retest }: ProofRow): readonly FacePoint[] {
  const { model } = useJob(parts('model'));
  const { plan } = usePlanning();
  const { showPlaces, openPlate } = useSelection('showPlaces', 'openPlate');
  const { features } = model;
  const { junctions } = plan;
  const { where, targetIds } = planned;
  const count = Math.min(MOST_SHOWN, retest?.places ?? planned.places ?? 0);
  const places = useMemo(() => {
    if (where === 'each') return (targetIds ?? []).flatMap((id) => middleOf(id) ?? []).slice(0, MOST_SHOWN);
    if (where !== 'spread' && where !== 'worst-first') return [];
    const lines = [
      ...features.filter(({ faceId }) => faceId === face.id).map(({ path }) => path),
      ...junctions.filter(({ faceIds }) => faceIds[0] === face.id).map(({ from, to }) => [from, to]),
    ];
    return testPlacesOn({ face, lines }, count, where);

    function middleOf(id: string): FacePoint[] | undefined {
      const feature = features.find((each) => each.id === id && each.faceId === face.id);
      if (feature) return [pointHalfway(feature.path)];
      const junction = junctions.find((each) => each.id === id);
      if (junction?.faceIds[0] !== face.id) return undefined;
      return [pointHalfway([junction.from, junction.to])];
    }
  }, [face, features, junctions, where, targetIds, count]);
  useEffect(() => {
    if (places.length === 0) return undefined;
    showPlaces(places.map((point) => ({ faceId: face.id, point })));
    // seen from the side the places of a floor would lie on top of each other
    const isLevel = isLevelFace(face);
    if (isLevel) openPlate(face.id);
    return () => {
      showPlaces(null);
      if (isLevel) openPlate(null);
    };
  }, [places, face, showPlaces, openPlate]);
  return places;
}

function pointHalfway(path: readonly FacePoint[]): FacePoint {
  let left = pathLengthM(path) / 2;
  for (let i = 1; i < path.length; i++) {
    const [from, to] = [path[i - 1]!, path[i]!];
    const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
    if (left <= length && length > 0) return [from[0] + ((to[0] - from[0]) * left) / length, from[1] + ((to[1] - from[1]) * left) / length];
    left -= length;
  }
  return path[0]!;
}
