import { useEffect, useState } from 'react';

/** A value once it has not changed for so many milliseconds: what is asked anew while somebody types is asked when they pause. */
export function useSettled<T>(value: T, after: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), after);
    return () => clearTimeout(timer);
  }, [value, after]);
  return settled;
}
