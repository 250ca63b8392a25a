import { useQuery } from '@tanstack/react-query';
import { apps, fieldDefinitions } from '../queries';
import { dayInWords, type Labels } from './where';

/** What people read where a condition has a key. */
export function useLabels(): Labels {
  const fields = useQuery(fieldDefinitions).data?.items ?? [];
  const all = useQuery(apps).data?.items ?? [];
  return {
    fields: new Map(
      fields.map(({ key, label, choices }) => [
        key,
        { label, choices: new Map(choices.map(({ value, label }) => [value, label])) },
      ]),
    ),
    apps: new Map(all.map(({ key, name }) => [key, name])),
    day: dayInWords,
  };
}
