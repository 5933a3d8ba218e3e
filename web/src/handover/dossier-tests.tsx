import type { ReleasedFace, DossierFace, ProofRow } from '@caulkhorn/core/proof';
import { t, tOf } from '../messages/t';
import { failureText, lackText, limitTexts, shownText } from '../proof/test-texts';
import { useTargetName } from '../proof/use-target-name';
import { useUnits } from '../shared/preferences';
import { dayOnly, fullTime } from '../shared/times';

/** Each planned test of a face with what was asked, every try and what it showed, and what was mended: nothing that failed is left out. */
export function TestsOfFace({ of: { face, tests }, timeZone }: { of: DossierFace; timeZone: string }) {
  if (tests.length === 0) return null;
  return (
    <section aria-label={t('dossier.tests-of', { mark: face.mark })} className="mt-3">
      <h3 className="text-[13px] font-semibold">{t('dossier.tests')}</h3>
      <table className="w-full border-collapse text-[13px]">
        <tbody>
          {tests.map((row) => (
            <TestRows key={row.planned.id} row={row} face={face} timeZone={timeZone} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function TestRows({ row: { planned, state, tries }, face, timeZone }: { row: ProofRow; face: ReleasedFace; timeZone: string }) {
  const units = useUnits();
  const nameOf = useTargetName(face.faceId);
  const asked = [...limitTexts(planned, units), ...(planned.places ? [t('proof.places-of', { n: planned.places })] : [])].join(', ');
  return (
    <tr className="break-inside-avoid border-b border-rule align-top">
      <th scope="row" className="w-[30%] py-1 pr-2 text-left font-medium">
        {tOf(`test.${planned.id}`)}
        <span className="block font-normal text-soft">{asked}</span>
      </th>
      <td className="py-1 pr-2">
        {tries.length === 0 ? t('proof.none-yet') : null}
        {tries.map(({ entry, judgement }, i) => (
          <div key={entry?.id ?? i} className="mb-1">
            <b>{t(`proof.state.${judgement.state}`)}</b>
            {entry ? (
              <>
                {' · '}
                {[
                  t('proof.read-by', { who: entry.personName, when: fullTime(entry.occurredAt, timeZone) }),
                  ...(entry.body.mendId ? [t('proof.after-mending')] : []),
                  ...(entry.body.instrument ? [t('proof.with', { instrument: entry.body.instrument })] : []),
                  ...(entry.body.calibratedOn ? [t('proof.set-on', { day: dayOnly(`${entry.body.calibratedOn}T12:00:00Z`, 'UTC') })] : []),
                  ...(entry.body.witness ? [t('proof.seen-by', { witness: entry.body.witness })] : []),
                  ...(entry.body.weather ? [entry.body.weather] : []),
                ].join(' · ')}
              </>
            ) : null}
            {judgement.figures.map((figure) => (
              <span key={figure.name} className="block">
                {shownText(figure, units)}
              </span>
            ))}
            {judgement.failures.map((failure, at) => (
              <b key={at} className="block">
                {failureText(failure, nameOf, units)}
              </b>
            ))}
            {[...new Set([...judgement.voids, ...judgement.lacks].map((lack) => lackText(lack, timeZone)))].map((text) => (
              <span key={text} className="block">
                {text}
              </span>
            ))}
            {(face.mends ?? [])
              .filter(({ entryId }) => entryId === entry?.id)
              .map((mend) => (
                <span key={mend.id} className="block border-l-2 border-ink pl-2">
                  {t('mend.decided', { when: fullTime(mend.decidedAt, timeZone), how: tOf(`mend.how.${mend.failure}`) })} {mend.reason}
                  {mend.engineer ? ` ${t('mend.answers', { name: mend.engineer })}` : ''}
                </span>
              ))}
          </div>
        ))}
      </td>
      <td className="w-[16%] py-1 font-semibold">{t(`proof.state.${state}`)}</td>
    </tr>
  );
}
