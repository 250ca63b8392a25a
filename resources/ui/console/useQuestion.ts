import { useSearchParams } from 'react-router';

/** A question that stands in the address: what it is made of, and changing a part of it; null or "" leaves a part out. */
export function useQuestion<K extends string>(
  ...parts: readonly K[]
): [Record<K, string>, (changes: Partial<Record<K, string | null>>) => void] {
  const [search, setSearch] = useSearchParams();
  const question = Object.fromEntries(parts.map((part) => [part, search.get(part) ?? ''])) as Record<K, string>;
  const change = (changes: Partial<Record<K, string | null>>) =>
    setSearch(
      (before) => {
        const next = new URLSearchParams(before);
        for (const [part, value] of Object.entries<string | null | undefined>(changes)) {
          if (value === null || value === undefined || value === '') next.delete(part);
          else next.set(part, value);
        }
        return next;
      },
      { replace: true },
    );
  return [question, change];
}
