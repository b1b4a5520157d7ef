import { startTransition, StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { reloadOnceWell } from './api/away';
import { keepOfflinePage } from './api/offline-page';
import { startOutbox } from './api/outbox';
import { newQueryClient } from './api/query-client';
import { WholePage } from './whole-page';

const client = newQueryClient();
/* The page opens without its server where the browser can keep it. */
if (import.meta.env.PROD) keepOfflinePage();
/* A page left open while the program was renewed: what it asks for next has another name by now. */
window.addEventListener('vite:preloadError', () => void reloadOnceWell());
startOutbox(() => client.invalidateQueries({ queryKey: ['marks'] }));

const root = createRoot(document.getElementById('root') as HTMLElement);
/* The first time round is made in slices too. */
startTransition(() =>
  root.render(
    <StrictMode>
      <WholePage client={client} />
    </StrictMode>,
  ),
);
