import '../kit/theme.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { setNonce } from 'get-nonce';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { Boundary } from '../kit/Boundary';
import { keepFocus } from '../kit/focus';
import { client } from './client';
import { Console } from './Console';

// The dialogs lock the page's scrolling with a style element; the Content-Security-Policy lets it through by this nonce.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;
if (nonce !== undefined) setNonce(nonce);
keepFocus();

const root = document.getElementById('root');
if (root !== null) {
  createRoot(root).render(
    <StrictMode>
      <Boundary what="The console">
        <QueryClientProvider client={client}>
          <BrowserRouter basename="/console">
            <Console />
          </BrowserRouter>
        </QueryClientProvider>
      </Boundary>
    </StrictMode>,
  );
}
