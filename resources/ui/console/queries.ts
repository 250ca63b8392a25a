import { queryOptions } from '@tanstack/react-query';
import { answer } from '../api/client';
import { api } from './api';

// What more than one station asks for: the key and the question once.

export const apps = queryOptions({ queryKey: ['apps'], queryFn: ({ signal }) => answer(api.GET('/apps', { signal })) });

export const roles = queryOptions({
  queryKey: ['roles'],
  queryFn: ({ signal }) => answer(api.GET('/roles', { signal })),
});

export const account = (id: string) =>
  queryOptions({
    queryKey: ['account', id],
    queryFn: ({ signal }) => answer(api.GET('/accounts/{id}', { params: { path: { id } }, signal })),
  });

export const fieldUse = queryOptions({
  queryKey: ['field-use'],
  queryFn: ({ signal }) => answer(api.GET('/fields', { signal })),
});

export const rulesInForce = queryOptions({
  queryKey: ['rules'],
  queryFn: ({ signal }) => answer(api.GET('/rules', { signal })),
});

export const fieldDefinitions = queryOptions({
  queryKey: ['field-definitions'],
  queryFn: ({ signal }) => answer(api.GET('/fields/definitions', { signal })),
  staleTime: 30_000,
});

export const metadataPaths = queryOptions({
  queryKey: ['metadata-paths'],
  queryFn: ({ signal }) => answer(api.GET('/metadata-paths', { signal })),
  staleTime: 30_000,
});

export const accountViews = queryOptions({
  queryKey: ['account-views'],
  queryFn: ({ signal }) => answer(api.GET('/account-views', { signal })),
});

export const bulkAct = (id: string) =>
  queryOptions({
    queryKey: ['bulk', id],
    queryFn: ({ signal }) => answer(api.GET('/bulk-acts/{id}', { params: { path: { id } }, signal })),
    refetchInterval: ({ state }) => (state.data?.state === 'checking' || state.data?.state === 'running' ? 500 : false),
  });

/** What an app shows and asks; nothing of none. */
export const app = (key: string | null) =>
  queryOptions({
    queryKey: ['app', key],
    queryFn: ({ signal }) => answer(api.GET('/apps/{key}', { params: { path: { key: key ?? '' } }, signal })),
    enabled: key !== null && key !== '',
  });

export const permissions = queryOptions({
  queryKey: ['permissions'],
  queryFn: ({ signal }) => answer(api.GET('/permissions', { signal })),
});

export const exclusions = queryOptions({
  queryKey: ['exclusions'],
  queryFn: ({ signal }) => answer(api.GET('/exclusions', { signal })),
});

/** Every role, as a box beside an account. */
export const roleBoxes = (id: string) =>
  queryOptions({
    queryKey: ['role-boxes', id],
    queryFn: ({ signal }) => answer(api.GET('/accounts/{id}/roles', { params: { path: { id } }, signal })),
  });
