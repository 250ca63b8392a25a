import '../kit/theme.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { setNonce } from 'get-nonce';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { ApiError } from '../api/client';
import { Console } from './Console';

// The dialogs lock the page's scrolling with a style element; the Content-Security-Policy lets it through by this nonce.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;
if (nonce !== undefined) setNonce(nonce);

const client: QueryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 1000,
      retry: (count, error) => count < 2 && !(error instanceof ApiError && error.status >= 400 && error.status < 500),
    },
  },
});
// A session that has ended shows the sign-in page, whichever request finds out.
client.getQueryCache().subscribe((event) => {
  const error = event.query.state.error;
  if (
    event.type === 'updated' &&
    event.action.type === 'error' &&
    error instanceof ApiError &&
    error.status === 401 &&
    event.query.queryKey[0] !== 'session'
  ) {
    void client.invalidateQueries({ queryKey: ['session'] });
  }
});

const root = document.getElementById('root');
if (root !== null) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <BrowserRouter basename="/console">
          <Console />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
}
