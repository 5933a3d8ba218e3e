import type { SessionInfo } from '@caulkhorn/contract';
import { Suspense, lazy } from 'react';
import { BrowserRouter, Navigate, Outlet, Route, Routes, useParams } from 'react-router';
import { Keys } from './help/keys';
import { t } from './messages/t';
import { useSession } from './people/session';
import { IncidentOutboxProvider } from './site-log/incident-outbox';
import { isPhone } from './shared/use-media';
import { StockOutboxProvider } from './stores/stock-outbox';
import { Failed, Loading } from './shared/ui/states';

const jobParts = {
  provider: () => import('./job/job-provider'),
  page: () => import('./desk/job-page'),
};
const JobProvider = lazy(() => jobParts.provider().then((m) => ({ default: m.JobProvider })));
const JobPage = lazy(() => jobParts.page().then((m) => ({ default: m.JobPage })));
const onPhone = {
  page: () => import('./desk/phone-page'),
  now: () => import('./site-log/site-log-slate'),
  plan: () => import('./job/plan-engine'),
};
// a job's page needs all of these: they are fetched at once, while it is still asked who is signed in, not each when the one before has come
if (location.pathname.startsWith('/o/')) {
  for (const fetchPart of Object.values(jobParts)) void fetchPart();
  if (isPhone() && location.pathname.endsWith('/site-log')) for (const fetchPart of Object.values(onPhone)) void fetchPart();
}
const SignInPage = lazy(() => import('./people/sign-in-page').then((m) => ({ default: m.SignInPage })));
const TodayPage = lazy(() => import('./jobs/today-page').then((m) => ({ default: m.TodayPage })));
const GlossaryPage = lazy(() => import('./help/glossary-page'));
const WaitingBar = lazy(() => import('./job/waiting-bar').then((m) => ({ default: m.WaitingBar })));
const SendingBeside = lazy(() => import('./people/sending-beside').then((m) => ({ default: m.SendingBeside })));
const AccountPage = lazy(() => import('./people/account-page').then((m) => ({ default: m.AccountPage })));
const EnrolPage = lazy(() => import('./people/enrol-page').then((m) => ({ default: m.EnrolPage })));
const ResetPage = lazy(() => import('./people/reset-page').then((m) => ({ default: m.ResetPage })));
const SignByLinkPage = lazy(() => import('./people/sign-by-link-page').then((m) => ({ default: m.SignByLinkPage })));
const PlatePage = lazy(() => import('./people/plate-page').then((m) => ({ default: m.PlatePage })));
const PlatePaperPage = lazy(() => import('./handover/plate-paper-page').then((m) => ({ default: m.PlatePaperPage })));
const JoinPage = lazy(() => import('./people/join-page').then((m) => ({ default: m.JoinPage })));
const BenchPage = lazy(() => import('./bench/bench-page').then((m) => ({ default: m.BenchPage })));
const DiaryPage = lazy(() => import('./handover/diary-page').then((m) => ({ default: m.DiaryPage })));
const DaySheetPage = lazy(() => import('./programme/day-sheet-page').then((m) => ({ default: m.DaySheetPage })));
const CardsPage = lazy(() => import('./materials/cards-page').then((m) => ({ default: m.CardsPage })));
const HousePage = lazy(() => import('./house/house-page').then((m) => ({ default: m.HousePage })));
const DetailsPage = lazy(() => import('./build-up/details-page').then((m) => ({ default: m.DetailsPage })));
const DossierPage = lazy(() => import('./handover/dossier-page').then((m) => ({ default: m.DossierPage })));

export function App() {
  // who comes by such an address need not be signed in, and must not be asked to be
  const ForAnybody = { reset: ResetPage, enrol: EnrolPage, join: JoinPage, sign: SignByLinkPage, plate: PlatePage }[
    location.pathname.split('/')[1]!
  ];
  if (ForAnybody)
    return (
      <Suspense fallback={<Loading what="Caulkhorn" />}>
        <ForAnybody />
      </Suspense>
    );
  return <SignedInApp />;
}

function SignedInApp() {
  const session = useSession();
  if (session.isPending) return <Loading what="Caulkhorn" />;
  if (session.isError && !session.data) return <Failed fault={session.error} retry={() => void session.refetch()} />;
  if (!session.data)
    return (
      <Suspense fallback={<Loading what="Caulkhorn" />}>
        <SignInPage />
      </Suspense>
    );
  return (
    <BrowserRouter>
      <SkipLink />
      <Suspense>
        <WaitingBar session={session.data} />
        <SendingBeside session={session.data} />
      </Suspense>
      <Keys />
      <Routes>
        <Route
          index
          element={
            <Suspense fallback={<Loading what={t('the-jobs')} />}>
              <TodayPage session={session.data} />
            </Suspense>
          }
        />
        <Route path="/o/:organisationId" element={<Organisation session={session.data} />}>
          <Route path="jobs/:jobId" element={<Job session={session.data} />}>
            <Route path="dossier" element={<DossierPage />} />
            <Route path="cards" element={<CardsPage />} />
            <Route path="day" element={<DaySheetPage />} />
            <Route path="diary" element={<DiaryPage />} />
            <Route path="plate/:plateId" element={<PlatePaperPage />} />
            <Route path="details/:faceId" element={<DetailsPage />} />
            <Route path=":lens?" element={<JobPage session={session.data} />} />
          </Route>
          <Route
            path="house/:part?"
            element={
              <Suspense fallback={<Loading what={t('house.title')} />}>
                <HousePage session={session.data} />
              </Suspense>
            }
          />
        </Route>
        <Route
          path="/account"
          element={
            <Suspense fallback={<Loading what={t('account.open')} />}>
              <AccountPage session={session.data} />
            </Suspense>
          }
        />
        <Route
          path="/glossary"
          element={
            <Suspense fallback={<Loading what={t('help.glossary')} />}>
              <GlossaryPage />
            </Suspense>
          }
        />
        <Route path="/bench/:id?" element={<Bench />} />
        <Route path="*" element={<Navigate to="/" replace />} />
      </Routes>
    </BrowserRouter>
  );
}

/** The first stop of the Tab key: past the heads of pages to what they hold. */
function SkipLink() {
  return (
    <a
      href="#content"
      className="sr-only focus:not-sr-only focus:fixed focus:top-1 focus:left-1 focus:z-[60] focus:bg-raised focus:px-4 focus:py-3 focus:font-semibold"
      onClick={(event) => {
        event.preventDefault();
        const main = document.querySelector('main');
        main?.setAttribute('tabindex', '-1');
        main?.focus();
      }}
    >
      {t('skip-to-content')}
    </a>
  );
}

function Bench() {
  return (
    <Suspense fallback={<Loading what={t('bench.title')} />}>
      <BenchPage />
    </Suspense>
  );
}

function Organisation({ session }: { session: SessionInfo }) {
  const { organisationId = '' } = useParams();
  if (session.organisations.every(({ id }) => id !== organisationId)) return <Navigate to="/" replace />;
  return (
    <StockOutboxProvider key={organisationId} organisationId={organisationId} session={session}>
      <IncidentOutboxProvider organisationId={organisationId} session={session}>
        <Outlet />
      </IncidentOutboxProvider>
    </StockOutboxProvider>
  );
}

function Job({ session }: { session: SessionInfo }) {
  const { organisationId = '', jobId = '' } = useParams();
  const { standing } = session.organisations.find((each) => each.id === organisationId)!;
  return (
    <Suspense fallback={<Loading what={t('the-job')} />}>
      <JobProvider key={jobId} organisationId={organisationId} jobId={jobId} session={session} standing={standing}>
        <Outlet />
      </JobProvider>
    </Suspense>
  );
}
