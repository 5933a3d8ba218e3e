import './styles.css';
import './messages/early';
import { QueryCache, QueryClient } from '@tanstack/react-query';
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app';
import { ApiError } from './shared/api';
import { keepForGood } from './shared/device-storage';
import { KEEP_ANSWERS, KEPT_FOR_MS } from './shared/kept-answers';
import { keepPages } from './shared/offline-pages';
import { FaultBoundary } from './shared/ui/fault-boundary';
import { Toasts } from './shared/ui/toasts';
import { askForJobAt } from './job/job-queries';
import { followTheme } from './shared/preferences';

const client: QueryClient = new QueryClient({
  queryCache: new QueryCache({
    // a session that has ended leads to the sign-in page; what waits on the device is sent after signing in again
    onError: (fault) => {
      if (fault instanceof ApiError && fault.status === 401) client.setQueryData(['session'], null);
    },
  }),
  defaultOptions: {
    queries: {
      // an answer is an answer; only silence is worth asking again
      retry: (count, fault) => count < 3 && (!(fault instanceof ApiError) || fault.isAway),
      retryDelay: (attempt) => Math.min(8000, 500 * 2 ** attempt),
      networkMode: 'always',
      staleTime: 2000,
      // what is kept on the device must not be let go by the page first
      gcTime: KEPT_FOR_MS,
    },
    // a local network without the internet is no reason to hold a change back
    mutations: { networkMode: 'always' },
  },
});

followTheme();
askForJobAt(location.pathname, client);
keepPages();
void keepForGood();

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <PersistQueryClientProvider client={client} persistOptions={KEEP_ANSWERS}>
      <FaultBoundary>
        <App />
      </FaultBoundary>
      <Toasts />
    </PersistQueryClientProvider>
  </StrictMode>,
);
