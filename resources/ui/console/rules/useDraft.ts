import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import type { RuleBook } from '../../api/rules';
import { journeys } from '../rehearsal/queries';
import { api } from '../api';
import { write, type Path } from './document';

/** The API says of the document that it is an object; its own schema says the rest. */
export type Draft = Omit<Schemas['Draft'], 'document'> & { document: RuleBook };
type Document = RuleBook;

export const tagOf = (draft: Draft): string => `"r${draft.base_revision}.v${draft.version}"`;
const SAVE = ['save-draft'];

const typed = (draft: Schemas['Draft']): Draft => ({ ...draft, document: draft.document as unknown as RuleBook });
const condition = (draft: Draft) => ({ header: { 'If-Match': tagOf(draft) } });

/** The shared draft of the rules, and changing it. What was set stays on screen when it is refused, with the reason beside it. */
export function useDraft() {
  const client = useQueryClient();
  const query = useQuery({
    queryKey: ['draft'],
    queryFn: ({ signal }) => answer(api.GET('/rules/draft', { signal })).then(typed),
    refetchInterval: 5000,
  });
  const [refused, setRefused] = useState<{ document: Document; error: ApiError } | null>(null);
  // What was set and is on its way: shown at once, and what is set next builds on it.
  const [ahead, setAhead] = useState<Document | null>(null);
  const isLast = () => client.isMutating({ mutationKey: SAVE }) <= 1;
  const put = (of: Draft, document: Document) =>
    answer(
      api.PUT('/rules/draft', {
        params: condition(of),
        body: { document: { ...document } as Record<string, unknown> },
      }),
    ).then(typed);
  const took = async (draft: Draft) => {
    // What was asked before this knows nothing of it, and must not come after it.
    await client.cancelQueries({ queryKey: ['draft'] });
    setRefused(null);
    client.setQueryData(['draft'], draft);
    for (const key of ['cases', 'impact', 'revisions', 'apps', 'tried-app'])
      void client.invalidateQueries({ queryKey: [key] });
  };
  const save = useMutation({
    mutationKey: SAVE,
    // One after the other, each upon the draft that the one before has left: or the second would be refused as somebody else's.
    scope: { id: 'draft' },
    mutationFn: ({ change }: { change: (document: Document) => Document; shown: Document }) => {
      const draft = client.getQueryData<Draft>(['draft']);
      if (draft === undefined) throw new ApiError(0, null);
      return put(draft, change(draft.document));
    },
    onSuccess: async (draft) => {
      await took(draft);
      if (isLast()) setAhead(null);
    },
    onError: (error, { shown }) => {
      setAhead(null);
      if (!(error instanceof ApiError)) return;
      // Refused for its content, it stays to be mended. Refused because of somebody else's, theirs is shown and nothing is lost: see Conflict.
      setRefused({ document: shown, error });
    },
  });
  const set = (change: (document: Document) => Document, upon: Document) => {
    const shown = change(upon);
    setAhead(shown);
    // What was refused is not in the draft: it goes along with what mends it.
    save.mutate({ change: refused === null ? change : () => shown, shown });
  };
  const draft = query.data;
  const shown = ahead ?? refused?.document ?? draft?.document;
  return {
    draft,
    failure: query.error,
    isPending: query.isPending,
    isPaused: query.isPaused,
    refetch: query.refetch,
    /** What the screen shows: the draft, or what was just refused. */
    document: shown,
    refusal: refused?.error ?? null,
    isSaving: save.isPending,
    change: (path: Path, value: unknown) => {
      if (shown !== undefined) set((document) => write(document, path, value), shown);
    },
    replace: (document: Document) => (shown === undefined ? undefined : set(() => document, shown)),
    /** The whole document, upon the draft it was made of; what is refused is thrown and not kept. */
    write: (of: Draft, document: Document) => put(of, document).then(took),
    /** Lets go of what was refused, and shows the draft as it is. */
    giveUp: () => {
      setRefused(null);
      void query.refetch();
    },
    discard: () =>
      draft === undefined
        ? Promise.resolve()
        : answer(api.DELETE('/rules/draft', { params: condition(draft) })).then(() => {
            setRefused(null);
            return client.invalidateQueries();
          }),
    /** Of a draft upon an older revision: what was published since is taken in. */
    rebase: (of: Draft) =>
      answer(api.POST('/rules/draft/rebase', { params: condition(of) }))
        .then(typed)
        .then(took),
    review: (of: Draft) =>
      answer(api.POST('/rules/draft/review', { params: condition(of) }))
        .then(typed)
        .then(took),
    publish: (of: Draft, reason: string, overrule: string | null) =>
      answer(api.POST('/rules/draft/publish', { params: condition(of), body: { reason, overrule } })).then(
        (revision) => {
          void client.invalidateQueries();
          return revision;
        },
      ),
  };
}

export type DraftInHand = ReturnType<typeof useDraft>;

export function useImpact() {
  return useQuery({
    queryKey: ['impact'],
    queryFn: ({ signal }) => answer(api.GET('/rules/impact', { signal })),
    refetchInterval: (query) =>
      query.state.data?.run?.state === 'running' || query.state.data?.run?.state === 'queued' ? 400 : 5000,
  });
}

/** Journeys that are kept as cases; those that were not run under these rules yet neither hold nor fail. */
export function useJourneyCases() {
  return useQuery(journeys).data?.cases ?? [];
}

export function useCases() {
  return useQuery({
    queryKey: ['cases'],
    queryFn: ({ signal }) => answer(api.GET('/rules/cases', { signal })),
    refetchInterval: 15_000,
  });
}
