import { useEffect, useRef, useState } from 'react';
import { grouped } from '../../kit/Text';

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
    <div className="relative">
      <input
        type="search"
        aria-label="Search name and address"
        placeholder="Name or address"
        maxLength={100}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        className="h-8 w-full rounded-control border border-line-strong bg-sheet pr-36 pl-3"
      />
      <span role="status" className="pointer-events-none absolute top-1.5 right-3 text-ink-soft">
        {found === null
          ? ''
          : `${grouped(found.total)}${found.total_is_exact ? '' : ' or more'} ${found.total === 1 ? 'account' : 'accounts'}`}
      </span>
    </div>
  );
}
