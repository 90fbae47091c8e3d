import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-500.css';
import '@fontsource/barlow/latin-600.css';
import '@fontsource/barlow-condensed/latin-500.css';
import '@fontsource/barlow-condensed/latin-600.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { Refusal } from './api/client';
import { App } from './app/App';
import { GlobalStyle, rememberedTheme, wearTheme } from './app/theme';

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (times, wrong) => (!(wrong instanceof Refusal) || wrong.status >= 500) && times < 2,
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
});

wearTheme(rememberedTheme());
const root = document.getElementById('root');
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
