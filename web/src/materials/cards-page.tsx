import { ArrowLeft, FileText, Printer } from 'lucide-react';
import { Link } from 'react-router';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { saveFile } from '../shared/save-file';
import { fullTime } from '../shared/times';
import { Button, buttonClass } from '../shared/ui/button';
import { useNow } from '../shared/use-now';
import WorkingDialog from '../workings/working-dialog';
import { parts, useJob, usePlanning } from '../job/job-context';
import { cardsPdf } from './cards-pdf';
import { CrewSettings } from './crew-settings';
import { MixingCards } from './mixing-cards';
import { ReadyList } from './ready-list';
import { usePieceCards } from './use-piece-cards';

/** Mixing cards to be hung up where the mixing is done, and read with gloves on. */
export function CardsPage() {
  const { model, organisationId, jobId } = useJob(parts('model', 'organisationId', 'jobId'));
  const { conditions } = usePlanning();
  const units = useUnits();
  const now = useNow(60_000);
  const { cards, ready } = usePieceCards();
  const line = t('materials.cards', { people: conditions.people });
  return (
    <main id="content" className="mx-auto max-w-[190mm] bg-raised p-6 max-[719px]:p-3 print:max-w-none print:p-0">
      <div className="no-print mb-4 flex flex-wrap gap-2">
        <Link to={`/o/${organisationId}/jobs/${jobId}/materials`} className={buttonClass('quiet')}>
          <ArrowLeft size={16} /> {t('lens.materials')}
        </Link>
        <Button look="solid" onClick={() => print()}>
          <Printer size={16} /> {t('details.do-print')}
        </Button>
        <Button
          onClick={() =>
            void cardsPdf({ cards, ready }, model, line, units).then((blob) => saveFile(`${model.job.name} ${t('card.title')}.pdf`, blob))
          }
        >
          <FileText size={16} /> PDF
        </Button>
      </div>
      <CrewSettings />
      <header className="my-4 border-b-2 border-ink pb-2">
        <p className="text-[13px]">
          {model.job.name} · {t('dossier.printed', { when: fullTime(now, model.job.timeZone), zone: model.job.timeZone })}
        </p>
        <h1 className="text-2xl leading-8 font-bold">{t('card.title')}</h1>
        <p>{line}</p>
      </header>
      {cards.length + ready.length === 0 ? <p>{t('materials.none')}</p> : <MixingCards cards={cards} isLarge />}
      <ReadyList cards={ready} isLarge />
      <p className="mt-6 border-t border-ink pt-2 text-[13px]">{t('dossier.disclaimer')}</p>
      <WorkingDialog timeZone={model.job.timeZone} />
    </main>
  );
}
