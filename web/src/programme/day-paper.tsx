import { ArrowLeft, ChevronLeft, ChevronRight, Printer, Send } from 'lucide-react';
import { type ReactNode, useRef } from 'react';
import { Link } from 'react-router';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { fullTime } from '../shared/times';
import { canSend, sendText, wordsOf } from '../shared/send-text';
import { Button, buttonClass } from '../shared/ui/button';
import { useNow } from '../shared/use-now';

/** A page of one day of a job, as it comes out on paper: its heading, the way back, the days beside it. */
export function DayPaper({
  from,
  go,
  printing,
  heading,
  children,
}: {
  /** the step that it belongs to */ from: 'programme' | 'site-log';
  go(byDays: number): void;
  printing: string;
  heading: string;
  children: ReactNode;
}) {
  const { model, organisationId, jobId } = useJob(parts('model', 'organisationId', 'jobId'));
  const now = useNow(60_000);
  const paper = useRef<HTMLElement>(null);
  const { name, site, timeZone } = model.job;
  return (
    <main ref={paper} id="content" className="mx-auto max-w-[190mm] bg-raised p-6 max-[719px]:p-3 print:max-w-none print:p-0">
      <div className="no-print mb-4 flex flex-wrap gap-2">
        <Link to={`/o/${organisationId}/jobs/${jobId}/${from}`} className={buttonClass('quiet')}>
          <ArrowLeft size={16} /> {t(`lens.${from}`)}
        </Link>
        <Button aria-label={t('day.before')} onClick={() => go(-1)}>
          <ChevronLeft size={16} aria-hidden />
        </Button>
        <Button aria-label={t('day.after')} onClick={() => go(1)}>
          <ChevronRight size={16} aria-hidden />
        </Button>
        <Button look="solid" onClick={() => print()}>
          <Printer size={16} /> {printing}
        </Button>
        <Button onClick={() => void sendText(`${heading}, ${name}`, wordsOf(paper.current!))}>
          <Send size={16} aria-hidden /> {t(canSend() ? 'day.send' : 'day.as-text')}
        </Button>
      </div>
      <header className="mb-3 border-b-2 border-ink pb-2">
        <p className="text-[13px]">
          {site ? `${name}, ${site}` : name} · {t('dossier.printed', { when: fullTime(now, timeZone), zone: timeZone })}
        </p>
        <h1 className="text-2xl leading-8 font-bold">{heading}</h1>
      </header>
      {children}
    </main>
  );
}
