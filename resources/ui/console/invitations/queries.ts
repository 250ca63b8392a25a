import { queryOptions } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { api } from '../api';

export const figures = (app: string | null, days: number) =>
  queryOptions({
    queryKey: ['invitations', 'figures', app, days],
    queryFn: ({ signal }) =>
      answer(
        api.GET('/invitations/figures', { signal, params: { query: { days, ...(app === null ? {} : { app }) } } }),
      ),
  });

export const invitation = (id: string) =>
  queryOptions({
    queryKey: ['invitations', 'one', id],
    queryFn: ({ signal }) => answer(api.GET('/invitations/{id}', { params: { path: { id } }, signal })),
  });
