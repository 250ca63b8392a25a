import { createContext, use, useCallback, useEffect, useState, type ReactNode } from 'react';
import { LinkButton } from './Link';

interface Said {
  id: number;
  text: string;
  undo: (() => void) | undefined;
}

/** Milliseconds. Long enough to read it twice and to reach for the way back. */
const STAYS = 20_000;

const Context = createContext<(text: string, undo?: () => void) => void>(() => undefined);

/** @returns says in a corner what was done, with the way back where there is one */
export const useToast = () => use(Context);

/** Where what was just done is said: for a while, out of the way, and read out. */
export function Toasts({ children }: { children: ReactNode }) {
  const [said, setSaid] = useState<Said[]>([]);
  const say = useCallback(
    (text: string, undo?: () => void) =>
      setSaid((before) => [...before.slice(-3), { id: (before.at(-1)?.id ?? 0) + 1, text, undo }]),
    [],
  );
  const forget = useCallback((id: number) => setSaid((before) => before.filter((one) => one.id !== id)), []);
  return (
    <Context value={say}>
      {children}
      <div
        role="status"
        aria-label="What was done"
        className="fixed right-4 bottom-4 z-[70] flex w-[min(420px,calc(100vw-32px))] flex-col gap-2 empty:hidden"
      >
        {said.map((one) => (
          <Toast key={one.id} said={one} onOver={() => forget(one.id)} />
        ))}
      </div>
    </Context>
  );
}

/** It stays while somebody points at it or has the focus in it. */
function Toast({ said: { text, undo }, onOver }: { said: Said; onOver: () => void }) {
  const [isHeld, setHeld] = useState(false);
  useEffect(() => {
    if (isHeld) return;
    const timer = setTimeout(onOver, STAYS);
    return () => clearTimeout(timer);
  }, [isHeld, onOver]);
  return (
    <div
      onPointerEnter={() => setHeld(true)}
      onPointerLeave={() => setHeld(false)}
      onFocus={() => setHeld(true)}
      onBlur={() => setHeld(false)}
      className="flex items-center gap-4 rounded-control border border-line-strong bg-sheet px-3 py-2 shadow-float"
    >
      <bdi className="min-w-0 flex-1 wrap-anywhere">{text}</bdi>
      {undo === undefined ? null : (
        <LinkButton
          onClick={() => {
            onOver();
            undo();
          }}
        >
          Undo
        </LinkButton>
      )}
      <button
        type="button"
        aria-label="Close the notice"
        onClick={onOver}
        className="size-6 rounded-control text-ink-soft hover:bg-well"
      >
        ✕
      </button>
    </div>
  );
}
