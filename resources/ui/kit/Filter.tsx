import { useEffect, useRef } from 'react';

/** A short text within a table's row or a line of conditions: its value is whoever's asked, at every key. */
export function TextInput({
  label,
  value,
  onType,
  type = 'text',
  takesFocus = false,
  ...rest
}: {
  label: string;
  value: string;
  onType: (value: string) => void;
  type?: 'text' | 'date' | 'number';
  /** When it appears: it was asked for a moment ago. */
  takesFocus?: boolean;
  'aria-describedby'?: string | undefined;
}) {
  const box = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (takesFocus) box.current?.focus();
  }, [takesFocus]);
  return (
    <input
      {...rest}
      ref={box}
      type={type}
      aria-label={label}
      autoComplete="off"
      spellCheck={false}
      value={value}
      onChange={(event) => onType(event.target.value)}
      className="h-7 w-full min-w-0 rounded-control border border-line-strong bg-sheet px-2"
    />
  );
}

/** Searches the list below it; what it has found so far is said at its end. */
export function SearchInput({
  label,
  prompt,
  value,
  onType,
  found,
}: {
  label: string;
  /** What it says while it holds nothing. */
  prompt: string;
  value: string;
  onType: (value: string) => void;
  found: string;
}) {
  return (
    <div className="relative">
      <input
        type="search"
        aria-label={label}
        placeholder={prompt}
        maxLength={100}
        value={value}
        onChange={(event) => onType(event.target.value)}
        className="h-8 w-full rounded-control border border-line-strong bg-sheet pr-36 pl-3"
      />
      <span role="status" className="pointer-events-none absolute top-1.5 right-3 text-ink-soft">
        {found}
      </span>
    </div>
  );
}
