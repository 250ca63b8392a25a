import { useInfiniteQuery } from '@tanstack/react-query';

interface Page {
  items: unknown[];
  next: string | null;
}

/** A keyset-paged list that grows by "show more". */
export function usePages<P extends Page>(
  key: readonly unknown[],
  read: (cursor: string | undefined) => Promise<P>,
  every?: number,
) {
  const query = useInfiniteQuery({
    queryKey: key,
    initialPageParam: undefined as string | undefined,
    queryFn: ({ pageParam }) => read(pageParam),
    getNextPageParam: (last: P) => last.next ?? undefined,
    placeholderData: (before) => before,
    ...(every === undefined ? {} : { refetchInterval: every }),
  });
  return {
    items: (query.data?.pages.flatMap((page) => page.items) ?? []) as P['items'],
    first: query.data?.pages[0],
    hasMore: query.hasNextPage,
    showMore: () => void query.fetchNextPage(),
    isPending: query.isPending,
    error: query.error,
  };
}
