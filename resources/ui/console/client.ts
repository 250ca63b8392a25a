import { QueryClient } from '@tanstack/react-query';
import { ApiError } from '../api/client';
import { api } from './api';

export const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 1000,
      retry: (count, error) => count < 2 && !(error instanceof ApiError && error.status >= 400 && error.status < 500),
    },
  },
});

// A session that has ended is found out by whichever request comes first, of reading or of acting; then it is asked for once.
api.use({
  onResponse({ response, schemaPath }) {
    if (response.status === 401 && schemaPath !== '/session' && schemaPath !== '/sessions')
      void client.invalidateQueries({ queryKey: ['session'] });
    return undefined;
  },
});
