import '../messages/today';
import type { ProofRow } from '@caulkhorn/core/proof';
import { facesInWalk } from '@caulkhorn/core/jobs';
import { useEffect, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { parts, useJob, useSelection } from '../job/job-context';
import { t, tOf } from '../messages/t';
import { dayOnly } from '../shared/times';
import { trueNow } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { SlateTitle } from '../shared/ui/slate-title';
import { PlaceInTime } from './place-in-time';
import { STATES, StateChip } from './state-chip';
import { TestPanel } from './test-panel';
import { useProof } from './use-proof';

/** Proof: what has to be shown of each face, how far it is, and each test with all that was read. */
export function ProofSlate() {
  const { revision, model } = useJob(parts('revision', 'model'));
  const { selected, select } = useSelection('selected', 'select');
  const [query, setQuery] = useSearchParams();
  const proof = useProof();
  const faces = useMemo(() => facesInWalk(model).filter(({ id }) => (proof.get(id)?.length ?? 0) > 0), [model, proof]);
  const chosenId = selected?.kind === 'face' ? selected.id : model.features.find(({ id }) => id === selected?.id)?.faceId;
  const [askedFace, askedTest] = (query.get('test') ?? '').split(':');
  // whoever chooses another face sees its tests
  const open =
    chosenId === undefined || chosenId === askedFace ? proof.get(askedFace!)?.find(({ planned }) => planned.id === askedTest) : undefined;
  useEffect(() => {
    if (open && chosenId === undefined) select({ kind: 'face', id: askedFace! });
  }, [open, chosenId, askedFace, select]);
  const goTo = (test: string | null) =>
    setQuery(
      (before) => {
        const next = new URLSearchParams(before);
        if (test === null) next.delete('test');
        else next.set('test', test);
        return next;
      },
      { replace: false },
    );
  if (!revision) return <Nothing text={t('proof.no-release')} />;
  if (faces.length === 0)
    return <Nothing text={t(revision.decided?.faces.some(({ family }) => family) ? 'proof.before-tests' : 'proof.nothing')} />;
  const face = faces.find(({ id }) => id === (chosenId ?? askedFace));
  if (face && open)
    return (
      <>
        <Button size="small" look="quiet" className="mb-1 max-[719px]:h-14" onClick={() => goTo(null)}>
          {t('proof.all-tests')}
        </Button>
        <TestPanel key={`${face.id} ${open.planned.id}`} face={face} row={open} />
      </>
    );
  const shown = chosenId === undefined ? faces : faces.filter(({ id }) => id === chosenId);
  return (
    <>
      <SlateTitle>{t('lens.proof')}</SlateTitle>
      <Counts rows={faces.flatMap(({ id }) => proof.get(id)!)} />
      {chosenId === undefined ? null : (
        <Button size="small" className="mb-2 max-[719px]:h-14" onClick={() => select(null)}>
          {t('proof.all-faces')}
        </Button>
      )}
      {shown.length === 0 ? <p className="text-soft">{t('proof.nothing')}</p> : null}
      {shown.map(({ id, mark, name }) => (
        <section key={id} aria-label={t('proof.of-face', { mark })} className="mb-4">
          <h3 className="border-b border-rule-strong pb-0.5">
            <b>{mark}</b> {name}
          </h3>
          <ul>
            {proof.get(id)!.map((row) => (
              <li key={row.planned.id} className="border-b border-rule">
                <TestLine
                  row={row}
                  timeZone={model.job.timeZone}
                  onOpen={() => {
                    select({ kind: 'face', id });
                    goTo(`${id}:${row.planned.id}`);
                  }}
                />
              </li>
            ))}
          </ul>
        </section>
      ))}
      {face ? <PlaceInTime faceId={face.id} /> : null}
      <p className="text-[13px] text-soft">{t('proof.check')}</p>
    </>
  );
}

function Nothing({ text }: { text: string }) {
  return (
    <>
      <SlateTitle>{t('lens.proof')}</SlateTitle>
      <p className="text-soft">{text}</p>
    </>
  );
}

/** How many stand where: what is wrong first. */
function Counts({ rows }: { rows: readonly ProofRow[] }) {
  const wanted = rows.filter(({ planned }) => !planned.optional);
  return (
    <ul className="mb-3 flex flex-wrap gap-x-4 gap-y-1">
      {STATES.map((state) => ({ state, n: wanted.filter((row) => row.state === state).length }))
        .filter(({ n }) => n > 0)
        .map(({ state, n }) => (
          <li key={state} className={state === 'failed' ? 'font-semibold text-iron' : ''}>
            {t(`proof.count.${state}`, { n })}
          </li>
        ))}
    </ul>
  );
}

function TestLine({ row, timeZone, onOpen }: { row: ProofRow; timeZone: string; onOpen(): void }) {
  const { planned, state, retest } = row;
  const readyMs = retest?.readyMs ?? row.readyMs;
  const waits = state === 'waits' || state === 'mending';
  const when =
    readyMs === undefined
      ? waits
        ? t('proof.after-work')
        : ''
      : readyMs > 0
        ? t(waits ? 'proof.from' : 'proof.since', { when: dayOnly(readyMs, timeZone) })
        : '';
  const how = [
    planned.where === 'all'
      ? t('proof.all-over')
      : planned.where === 'once'
        ? t('proof.once')
        : t('proof.places-of', { n: retest?.places ?? planned.places ?? 1 }),
    t(`proof.by.${planned.by}`),
    ...(state === 'waits' || state === 'due' || state === 'mending' ? [when] : []),
    ...(state === 'not-shown' && row.againMs !== undefined
      ? [row.againMs > trueNow() ? t('proof.again-from', { when: dayOnly(row.againMs, timeZone) }) : t('proof.again-now')]
      : []),
    ...(planned.optional ? [t('proof.optional')] : []),
  ].filter(Boolean);
  return (
    <button
      type="button"
      onClick={onOpen}
      className="flex min-h-11 w-full items-center gap-3 py-1.5 text-left hover:bg-sunk max-[719px]:min-h-14"
    >
      <span className="min-w-0 flex-1">
        <span className="block font-medium">{tOf(`test.${planned.id}`)}</span>
        <span className="block text-[13px] text-soft">{how.join(' · ')}</span>
      </span>
      <StateChip state={state} />
    </button>
  );
}
