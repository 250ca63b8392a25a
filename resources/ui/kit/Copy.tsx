import { useEffect, useState } from 'react';

/** Puts a text on the clipboard. @returns what came of it, for a moment */
export function useCopy(): { state: 'idle' | 'copied' | 'refused'; copy: (text: string) => void } {
  const [state, setState] = useState<'idle' | 'copied' | 'refused'>('idle');
  useEffect(() => {
    if (state === 'idle') return;
    const timer = setTimeout(() => setState('idle'), 2000);
    return () => clearTimeout(timer);
  }, [state]);
  return {
    state,
    copy: (text) => {
      // Where the page may not use the clipboard there is none, or it refuses.
      const clipboard = navigator.clipboard as Clipboard | undefined;
      (clipboard?.writeText(text) ?? Promise.reject(new Error('none'))).then(
        () => setState('copied'),
        () => setState('refused'),
      );
    },
  };
}

export const SAYS = { idle: '', copied: 'Copied', refused: 'Not allowed: select it and copy' } as const;

/** An id, token or address that is copied with one click. */
export function Copy({ text, shown = text, label }: { text: string; shown?: string; label: string }) {
  const { state, copy } = useCopy();
  return (
    <span className="inline-flex max-w-full flex-wrap items-center gap-x-1.5">
      <button
        type="button"
        title={`Copy: ${text}`}
        aria-label={`${shown}: copy ${label}`}
        onClick={() => copy(text)}
        className="min-h-6 max-w-full rounded-[4px] text-left font-mono text-small wrap-anywhere select-text hover:bg-petrol-wash"
      >
        {shown}
      </button>
      <span role="status" className={`text-small ${state === 'refused' ? 'text-amber' : 'text-moss'}`}>
        {SAYS[state]}
      </span>
    </span>
  );
}

/** The rounded label with one punched corner that stands for an account everywhere; each duty is a notch in its edge. */
export function Tag({ id, duties = 0 }: { id: string; duties?: number }) {
  return (
    <span className="inline-flex items-center gap-1.5 rounded-[4px_13px_13px_4px] border border-line-strong bg-sheet py-0.5 pr-3 pl-2">
      <span className="size-2 rounded-full border border-line-strong bg-paper" aria-hidden="true" />
      <Copy text={id} shown={`${id.slice(0, 8)}…${id.slice(-4)}`} label="the account's id" />
      {Array.from({ length: duties }, (_, index) => (
        <span key={index} className="h-3 w-[3px] rounded-full bg-amber" aria-hidden="true" />
      ))}
    </span>
  );
}
