import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answer, type Schemas } from '../../api/client';
import { api } from '../api';
import { journeys as journeysQuery } from './queries';

/** The kept journeys; those that were not run under these rules yet are run now, one after another. */
export function useRunJourneys(): { journeys: readonly Schemas['JourneyCase'][]; isRunning: boolean } {
  const client = useQueryClient();
  const journeys = useQuery(journeysQuery).data?.cases ?? [];
  const left = journeys.filter(({ holds }) => holds === null).map(({ id }) => id);
  const run = useQuery({
    queryKey: ['journeys-run', left],
    enabled: left.length > 0,
    retry: false,
    queryFn: async () => {
      for (const id of left) await answer(api.POST('/journeys/{id}/run', { params: { path: { id } } }));
      await client.invalidateQueries({ queryKey: journeysQuery.queryKey });
      return null;
    },
  });
  return { journeys, isRunning: run.isFetching };
}
