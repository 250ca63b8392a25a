import { useEffect, useRef, useState } from 'react';
import { grouped } from '../../text/figures';
import { SearchInput } from '../../kit/Filter';

/** In milliseconds: typing on is no question yet. */
const PAUSE = 40;

/** Searches while one types, and follows the address of the page when that changes by itself. */
export function SearchBox({
  value,
  onChange,
  found,
}: {
  value: string;
  onChange: (value: string) => void;
  /** How many there are; null while it is asked. */
  found: { total: number; total_is_exact: boolean } | null;
}) {
  const [typed, setTyped] = useState(value);
  const [sent, setSent] = useState(value);
  const [seen, setSeen] = useState(value);
  if (seen !== value) {
    setSeen(value);
    // The address says something else than was sent from here: a link, or the way back.
    if (value !== sent) {
      setSent(value);
      setTyped(value);
    }
  }
  const changed = useRef(onChange);
  useEffect(() => {
    changed.current = onChange;
  });
  useEffect(() => {
    if (typed === sent) return;
    const timer = setTimeout(() => {
      setSent(typed);
      changed.current(typed);
    }, PAUSE);
    return () => clearTimeout(timer);
  }, [typed, sent]);
  return (
    <SearchInput
      label="Search name and address"
      prompt="Name, address, id or phone"
      value={typed}
      onType={setTyped}
      found={
        found === null
          ? ''
          : `${grouped(found.total)}${found.total_is_exact ? '' : ' or more'} ${found.total === 1 ? 'account' : 'accounts'}`
      }
    />
  );
}
