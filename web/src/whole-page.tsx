import { QueryClientProvider, type QueryClient } from '@tanstack/react-query';
import { BrowserRouter } from 'react-router';
import { App } from './app';
import { EditEffects } from './ui/edit-effects';

/** The page with all it stands in: what is known of the server, its addresses, the question an edit asks. */
export function WholePage({ client }: { readonly client: QueryClient }) {
  return (
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <EditEffects>
          <App />
        </EditEffects>
      </BrowserRouter>
    </QueryClientProvider>
  );
}
