import { MutationCache, QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { Refusal } from './api/client';
import { sessionQuery } from './api/queries';
import { keepSeen, recall } from './api/seenStore';
import { App, fetchPage } from './app/App';
import { wearTextSize } from './app/textSize';
import { followTheme, GlobalStyle } from './app/theme';
import { keepPage } from './app/worker';

// Signed out on another tablet, or by a lead: the page for signing in comes up with the next thing that is asked.
const onError = (wrong: Error) => {
  const isHere = queries.getQueryData(sessionQuery.queryKey)?.person;
  if (isHere && wrong instanceof Refusal && wrong.status === 401) void queries.invalidateQueries(sessionQuery);
};

// What no rule refused will be answered some time; it is asked again by itself.
const AGAIN_MS = 4_000;
const DAY_MS = 24 * 60 * 60 * 1000;
const mayPass = (wrong: Error) => !(wrong instanceof Refusal) || wrong.status >= 500;

const queries = new QueryClient({
  queryCache: new QueryCache({ onError }),
  mutationCache: new MutationCache({ onError }),
  defaultOptions: {
    queries: {
      retry: (times, wrong) => mayPass(wrong) && times < 2,
      refetchInterval: ({ state }) => state.error !== null && mayPass(state.error) && AGAIN_MS,
      networkMode: 'always',
      // Looked at once it is there to look at again, wherever one has been meanwhile.
      gcTime: DAY_MS,
    },
    mutations: { networkMode: 'always' },
  },
});

followTheme();
keepPage();
wearTextSize();
const root = document.getElementById('root');
// The page that is asked for comes in while it is asked who is here.
void fetchPage(queries, window.location.pathname);
// What was seen last stands until it is answered anew; a device that keeps nothing begins with nothing.
await recall(queries).catch(() => undefined);
keepSeen(queries);
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <GlobalStyle />
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}
