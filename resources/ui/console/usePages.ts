import { useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/react-query';

interface Page {
  items: unknown[];
  next: string | null;
}

const idOf = (item: unknown): unknown => (item as { id?: unknown } | undefined)?.id;

/**
 * A keyset-paged list that grows by "show more".
 *
 * @param every how often its first page is asked for again, in milliseconds. While that is all there is on screen, it is brought up to date;
 *   somebody who has gone back further is reading: then what is new is only counted, and shown when they ask for it.
 */
export function usePages<P extends Page>(
  key: readonly unknown[],
  read: (cursor: string | undefined, signal: AbortSignal) => Promise<P>,
  every?: number,
) {
  const client = useQueryClient();
  const query = useInfiniteQuery({
    queryKey: key,
    initialPageParam: undefined as string | undefined,
    queryFn: ({ pageParam, signal }) => read(pageParam, signal),
    getNextPageParam: (last: P) => last.next ?? undefined,
    placeholderData: (before) => before,
    refetchInterval: ({ state }) => (every !== undefined && (state.data?.pages.length ?? 0) <= 1 ? every : false),
    refetchOnWindowFocus: ({ state }) => (state.data?.pages.length ?? 0) <= 1,
  });
  const pages = query.data?.pages ?? [];
  const newest = useQuery({
    queryKey: [...key, 'newest'],
    queryFn: ({ signal }) => read(undefined, signal),
    enabled: every !== undefined && pages.length > 1,
    refetchInterval: every ?? false,
  });
  const known = idOf(pages[0]?.items[0]);
  const ahead = pages.length > 1 ? (newest.data?.items.findIndex((item) => idOf(item) === known) ?? 0) : 0;
  return {
    items: pages.flatMap((page) => page.items) as P['items'],
    first: pages[0],
    /** How many came since the list was read; Infinity when they are more than a page. */
    fresh: ahead === -1 ? Infinity : ahead,
    showFresh: () => void client.resetQueries({ queryKey: key }),
    hasMore: query.hasNextPage,
    showMore: () => void query.fetchNextPage(),
    isShowingMore: query.isFetchingNextPage,
    isPending: query.isPending,
    isPaused: query.isPaused,
    /** The rows answer an older question; the new one is on its way. */
    isStale: query.isPlaceholderData,
    error: query.error,
    refetch: query.refetch,
  };
}
