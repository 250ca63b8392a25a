import { queryOptions } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { api } from '../api';

export const journeys = queryOptions({
  queryKey: ['journeys'],
  queryFn: ({ signal }) => answer(api.GET('/journeys', { signal })),
  refetchInterval: 15_000,
});

export const rehearsals = queryOptions({
  queryKey: ['rehearsals'],
  queryFn: ({ signal }) => answer(api.GET('/rehearsals', { signal })),
  refetchInterval: 15_000,
});

export const rehearsal = (id: string) =>
  queryOptions({
    queryKey: ['rehearsal', id],
    queryFn: ({ signal }) => answer(api.GET('/rehearsals/{id}', { params: { path: { id } }, signal })),
    retry: false,
  });
