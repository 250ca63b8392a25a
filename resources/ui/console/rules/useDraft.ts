import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { api } from '../api';
import { write, type Path } from './document';

export type Draft = Schemas['Draft'];
type Document = Draft['document'];

export const tagOf = (draft: Draft): string => `"r${draft.base_revision}.v${draft.version}"`;
const SAVE = ['save-draft'];

const condition = (draft: Draft) => ({ header: { 'If-Match': tagOf(draft) } });

/** The shared draft of the rules, and changing it. What was set stays on screen when it is refused, with the reason beside it. */
export function useDraft() {
  const client = useQueryClient();
  const query = useQuery({
    queryKey: ['draft'],
    queryFn: () => answer(api.GET('/rules/draft')),
    refetchInterval: 5000,
  });
  const [refused, setRefused] = useState<{ document: Document; error: ApiError } | null>(null);
  // What was set and is on its way: shown at once, and what is set next builds on it.
  const [ahead, setAhead] = useState<Document | null>(null);
  const isLast = () => client.isMutating({ mutationKey: SAVE }) <= 1;
  const took = (draft: Draft) => {
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
      return answer(api.PUT('/rules/draft', { params: condition(draft), body: { document: change(draft.document) } }));
    },
    onSuccess: async (draft) => {
      // What was asked before this save knows nothing of it, and must not come after it.
      await client.cancelQueries({ queryKey: ['draft'] });
      took(draft);
      if (isLast()) setAhead(null);
    },
    onError: (error, { shown }) => {
      setAhead(null);
      if (!(error instanceof ApiError)) return;
      // Refused for its content, it stays to be mended. Refused because of somebody else's, theirs is shown and nothing is lost: see Conflict.
      setRefused({ document: shown, error });
    },
  });
  const put = (change: (document: Document) => Document, upon: Document) => {
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
    /** What the screen shows: the draft, or what was just refused. */
    document: shown,
    refusal: refused?.error ?? null,
    isSaving: save.isPending,
    change: (path: Path, value: unknown) => {
      if (shown !== undefined) put((document) => write(document, path, value), shown);
    },
    replace: (document: Document) => (shown === undefined ? undefined : put(() => document, shown)),
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
    rebase: (of: Draft) => answer(api.POST('/rules/draft/rebase', { params: condition(of) })).then(took),
    review: (of: Draft) => answer(api.POST('/rules/draft/review', { params: condition(of) })).then(took),
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
    queryFn: () => answer(api.GET('/rules/impact')),
    refetchInterval: (query) =>
      query.state.data?.run?.state === 'running' || query.state.data?.run?.state === 'queued' ? 400 : 5000,
  });
}

export function useCases() {
  return useQuery({ queryKey: ['cases'], queryFn: () => answer(api.GET('/rules/cases')), refetchInterval: 15_000 });
}
