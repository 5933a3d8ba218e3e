import { useState } from 'react';
import { Link } from 'react-router';
import { t } from '../messages/t';
import { useKeptHeight } from './use-kept-height';
import { type TodayLine, type TodayLines, firstLines, leadsTo } from './today-lines';

const SHOWN_FIRST = 7;
const OF_ONE_JOB = 3;
const MARKS_SHOWN = 5;

const COLUMNS = [
  { id: 'wrong', edge: 'border-iron' },
  { id: 'coming', edge: 'border-water' },
  { id: 'waits', edge: 'border-ochre' },
] as const;

const NOTHING = { wrong: 'today.nothing-wrong', coming: 'today.nothing-coming', waits: 'today.nothing-waits' } as const;

/** What is wrong, what comes, what waits: three lists beside each other, on a phone one under the other. */
export function TodayColumns({ organisationId, lines, isFilling }: { organisationId: string; lines: TodayLines; isFilling: boolean }) {
  const { inner, height } = useKeptHeight('today', isFilling);
  return (
    <div className={isFilling ? 'overflow-y-clip' : ''} style={{ height }}>
      <div ref={inner} className="grid grid-cols-3 gap-x-6 gap-y-4 max-[980px]:grid-cols-1">
        {COLUMNS.map(({ id, edge }) => (
          <section key={id} aria-label={t(`today.${id}`)} className="min-w-0">
            <h3 className={`border-t-4 pt-1.5 pb-1 font-semibold ${edge}`}>
              {t(`today.${id}`)} {lines[id].length > 0 ? <span className="font-normal text-soft">{lines[id].length}</span> : null}
            </h3>
            <Lines organisationId={organisationId} lines={lines[id]} nothing={t(NOTHING[id])} isWrong={id === 'wrong'} />
          </section>
        ))}
      </div>
    </div>
  );
}

function Lines({
  organisationId,
  lines,
  nothing,
  isWrong,
}: {
  organisationId: string;
  lines: readonly TodayLine[];
  nothing: string;
  isWrong: boolean;
}) {
  const [all, setAll] = useState(false);
  if (lines.length === 0) return <p className="border-t border-rule py-2 text-soft">{nothing}</p>;
  const shown = all ? lines : firstLines(lines, SHOWN_FIRST, OF_ONE_JOB);
  return (
    <>
      <ul className="border-t border-rule">
        {shown.map((line) => (
          <li key={line.key} className="border-b border-rule">
            <Link to={leadsTo(organisationId, line)} className="block min-h-12 px-1 py-1.5 hover:bg-sunk">
              <span className="block truncate text-[13px] text-soft">{line.job?.name ?? t('today.in-store')}</span>
              <span className="block">
                {line.marks.length > 0 ? <b className={isWrong ? 'text-iron' : ''}>{marksText(line.marks)} </b> : null}
                {line.text}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {lines.length > shown.length ? (
        <button type="button" className="min-h-9 px-1 font-medium underline underline-offset-4" onClick={() => setAll(true)}>
          {t('today.more', { n: lines.length - shown.length })}
        </button>
      ) : null}
    </>
  );
}

function marksText(marks: readonly string[]): string {
  const first = marks.slice(0, MARKS_SHOWN).join(', ');
  return marks.length > MARKS_SHOWN ? t('outlook.and-more', { marks: first, n: marks.length - MARKS_SHOWN }) : first;
}
