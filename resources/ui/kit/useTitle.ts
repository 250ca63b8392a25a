import { useEffect } from 'react';

/** What the window is called: the place first, since a tab shows no more than its beginning. */
export function useTitle(title: string): void {
  useEffect(() => {
    document.title = `${title} · Kennel`;
  }, [title]);
}
