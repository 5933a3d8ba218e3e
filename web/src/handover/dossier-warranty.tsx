import {
  type DossierFace,
  type JudgedTerm,
  NOTICE_DAYS,
  type TermState,
  WARRANTY_EXCLUDES,
  sinceFinished,
  warrantyOf,
} from '@caulkhorn/core/proof';
import type { LogLine } from '@caulkhorn/core/site-log';
import { parts, useJob } from '../job/job-context';
import { t, tOf } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayOnly } from '../shared/times';
import { Section } from './dossier-faces';
import { DossierTable } from './dossier-table';

const STATES: readonly TermState[] = ['broken', 'not-shown', 'holds', 'to-keep'];

/** What a warranty rests on, face by face: which terms hold, which are broken, and which nobody has shown. */
export function WarrantySection({
  faces,
  lines,
  nowMs,
  timeZone,
}: {
  faces: readonly DossierFace[];
  /** of the log, as the server has them */ lines: readonly LogLine[];
  nowMs: number;
  timeZone: string;
}) {
  const { model } = useJob(parts('model'));
  const since = sinceFinished(model.waterLevels, lines, nowMs);
  const coated = faces.filter(({ face }) => face.family !== undefined).map((of) => ({ face: of.face, terms: warrantyOf(of, since) }));
  if (coated.length === 0) return null;
  return (
    <Section title={t('warranty.title')}>
      <DossierTable heads={[t('dossier.col-face'), ...STATES.map((state) => t(`warranty.state.${state}`))]}>
        {coated.map(({ face, terms }) => (
          <tr key={face.faceId} className="break-inside-avoid border-b border-rule align-top">
            <th scope="row" className="py-1 pr-2 text-left">
              {face.mark}
            </th>
            {terms ? (
              STATES.map((state) => (
                <td key={state} className={`py-1 pr-2 ${state === 'broken' ? 'font-semibold' : ''}`}>
                  <Terms terms={terms.filter((term) => term.state === state)} timeZone={timeZone} />
                </td>
              ))
            ) : (
              <td colSpan={STATES.length} className="py-1">
                {t('warranty.none')}
              </td>
            )}
          </tr>
        ))}
      </DossierTable>
      <p className="mt-1 text-[13px]">
        {t('warranty.how', { least: NOTICE_DAYS.least, most: NOTICE_DAYS.most })}{' '}
        {t('warranty.excludes', { what: WARRANTY_EXCLUDES.map((what) => tOf(`warranty.excluded.${what}`)).join(', ') })}
      </p>
    </Section>
  );
}

function Terms({ terms, timeZone }: { terms: readonly JudgedTerm[]; timeZone: string }) {
  const units = useUnits();
  if (terms.length === 0) return t('no-value');
  const more = ({ level, missedMs, found, asOfMs, days }: JudgedTerm): string => {
    const day = asOfMs === undefined ? '' : dayOnly(asOfMs, timeZone);
    if (found) return ` ${t('warranty.found', { found: found.map((by) => t(`voided.${by}`)).join(', '), day })}`;
    if (asOfMs !== undefined) return ` ${t('warranty.as-of', { day })}`;
    if (days !== undefined) return ` ${t('warranty.told', { n: days })}`;
    if (missedMs !== undefined) return ` ${t('warranty.missed', { day: dayOnly(missedMs, timeZone) })}`;
    if (!level) return '';
    const [seen, assumed] = [level.highestM, level.assumedM].map((m) => formatQuantity(m, 'm', units)) as [string, string];
    return ` ${t('warranty.level', { seen, assumed })}`;
  };
  return (
    <ul className="list-disc pl-4">
      {terms.map((term) => (
        <li key={term.id}>
          {tOf(`warranty.term.${term.id}`)}
          {more(term)}
        </li>
      ))}
    </ul>
  );
}
