import './styles.css';
import { QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Toaster } from 'sonner';
import { App } from './app';
import { ApiError } from './shared/api';
import { FaultBoundary } from './shared/ui/fault-boundary';
import { showTheme, usePreferences } from './shared/preferences';

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
    },
  },
});

showTheme(usePreferences.getState().theme);

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <FaultBoundary>
        <App />
      </FaultBoundary>
      <Toaster position="top-center" />
    </QueryClientProvider>
  </StrictMode>,
);
