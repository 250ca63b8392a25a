import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { answer } from '../../api/client';
import type { Asked } from '../../kit/QueryState';
import { api } from '../api';
import type { Entry } from './acts';

const EVERY = 1000;
const KEPT = 300;

/** Follows the feed: what is new is added in front, and the oldest are let go. */
export function useFeed(account: string | null): Asked & { entries: Entry[] } {
  const [entries, setEntries] = useState<Entry[]>([]);
  const [of, setOf] = useState(account);
  if (of !== account) {
    setOf(account);
    setEntries([]);
  }
  const after = entries[0]?.seq ?? 0;
  const feed = useQuery({
    queryKey: ['evidence', account],
    refetchInterval: EVERY,
    gcTime: 0,
    queryFn: ({ signal }) =>
      answer(
        api.GET('/evidence', {
          signal,
          params: { query: { ...(after > 0 ? { after } : {}), ...(account === null ? {} : { account }) } },
        }),
      ),
  });
  const fresh = feed.data?.items;
  useEffect(() => {
    if (fresh === undefined || fresh.length === 0) return;
    // eslint-disable-next-line react-hooks/set-state-in-effect -- the feed is an outside source; what it brings is added, not derived
    setEntries((known) => {
      const last = known[0]?.seq ?? 0;
      return [...fresh.filter((entry) => entry.seq > last), ...known].slice(0, KEPT);
    });
  }, [fresh]);
  const { error, isPending, isPaused, refetch } = feed;
  return { entries, error, isPending, isPaused, refetch };
}
