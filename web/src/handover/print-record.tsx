import '../messages/early';
import type { PrintedPage, PrintedRecord } from '@caulkhorn/contract';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { renderToStaticMarkup } from 'react-dom/server';
import { JobContext } from '../job/job-context';
import { type StoredJob, jobQueries, withAllLists } from '../job/job-queries';
import { JobSession } from '../job/job-session';
import { localeOf } from '../messages/locale';
import { t } from '../messages/t';
import { usePreferences } from '../shared/preferences';
import { DossierRecord } from './dossier-record';
import { broughtQuery } from './use-brought-photos';

const READ_ONLY = 'a record that is printed is not changed';

/** Nothing waits to be sent where nobody writes. */
const NO_OUTBOX = {
  getState: () => ({ pending: [], refused: [], keeping: [], unkept: [], status: 'idle' as const }),
  subscribe: () => () => {},
  onAccepted: () => () => {},
  add: () => Promise.reject(new Error(READ_ONLY)),
  discard: () => Promise.reject(new Error(READ_ONLY)),
};

/** The dossier as its page shows it, written where there is no screen. Runs once in a thread of its own: language and units are the thread's. */
export default function printedPage({ organisationId, jobId, session: person, standing, answers, ...asked }: PrintedRecord): PrintedPage {
  usePreferences.setState({ units: asked.units });
  const client = new QueryClient();
  const { job, log, plan, house, path } = jobQueries(organisationId, jobId);
  client.setQueryData(job.queryKey, withAllLists(JSON.parse(answers.job) as StoredJob));
  client.setQueryData(log.queryKey, JSON.parse(answers.log));
  client.setQueryData(plan.queryKey, JSON.parse(answers.plan));
  client.setQueryData(house.queryKey, JSON.parse(answers.house));
  client.setQueryData(broughtQuery(path).queryKey, JSON.parse(answers.brought));
  const open = new JobSession({
    ...{ organisationId, jobId, person, standing, client, outbox: NO_OUTBOX },
    planningBy: { engine: () => Promise.reject(new Error(READ_ONLY)), newPlacer: refuse, crew: usePreferences },
    notify: () => {},
  });
  const state = open.getState();
  if (state.status !== 'open') throw new Error('the record is not whole');
  const { model, revision } = state.job;
  const title = t('dossier.page-title', { job: (revision?.decided?.job ?? model.job).name });
  const page = (
    <html lang={localeOf().tag} data-theme="light">
      <head>
        <meta charSet="utf-8" />
        <title>{title}</title>
        {asked.styles.map((href) => (
          <link key={href} rel="stylesheet" href={href} />
        ))}
      </head>
      <body>
        <main className="bg-white">
          <QueryClientProvider client={client}>
            <JobContext value={open}>
              <DossierRecord faceId={asked.faceId ?? null} isTests={asked.part === 'tests'} unsent={0} />
            </JobContext>
          </QueryClientProvider>
        </main>
      </body>
    </html>
  );
  return { title, html: `<!doctype html>${renderToStaticMarkup(page)}`, notHere: t('photos.not-here') };
}

function refuse(): never {
  throw new Error(READ_ONLY);
}
