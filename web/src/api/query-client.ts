import { notifyManager, QueryClient } from '@tanstack/react-query';
import { ApiError } from './client';

/** What the page knows of the server's answers. */
export function newQueryClient(): QueryClient {
  /* A view shows an answer before whoever waited for it goes on: an edit right after another one starts from what that one left. */
  notifyManager.setScheduler(queueMicrotask);
  return new QueryClient({
    defaultOptions: {
      queries: {
        staleTime: 1000,
        retry: (count, error) => !(error instanceof ApiError && error.status >= 400 && error.status < 500) && count < 30,
        retryDelay: 1000,
      },
    },
  });
}
