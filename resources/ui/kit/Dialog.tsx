import { Dialog as RadixDialog } from 'radix-ui';
import { useEffect, useRef, useState, type ComponentProps, type ReactNode } from 'react';
import { Button } from './Button';
import { returnFocus } from './focus';

const TEXT = 'textarea, input:not([type="radio"], [type="checkbox"], [type="file"])';

/** What lies behind a dialog. */
export function Backdrop({ above = false }: { above?: boolean }) {
  return <RadixDialog.Overlay className={`fixed inset-0 bg-[oklch(0.2_0.03_235/0.35)] ${above ? 'z-[55]' : 'z-40'}`} />;
}

/** The content of a dialog, which gives the focus back to what opened it. */
export function DialogContent(props: ComponentProps<typeof RadixDialog.Content>) {
  const opener = useRef<Element | null>(null);
  return (
    <RadixDialog.Content
      aria-describedby={undefined}
      {...props}
      onOpenAutoFocus={() => {
        opener.current = document.activeElement;
      }}
      onCloseAutoFocus={(event) => {
        event.preventDefault();
        returnFocus(opener.current);
      }}
    />
  );
}

/** A question in front of everything else. What is typed in it is not lost by a click beside it, nor by Escape without being asked. */
export function Dialog({
  open,
  onClose,
  title,
  above = false,
  isShownOnce = false,
  children,
}: {
  open: boolean;
  onClose: () => void;
  title: ReactNode;
  /** In front of another dialog, which stays open behind it. */
  above?: boolean;
  /** What it shows is shown nowhere again: only its own button closes it. */
  isShownOnce?: boolean;
  children: ReactNode;
}) {
  const typed = useRef(new Set<EventTarget>());
  const [asks, setAsks] = useState(false);
  const holdsText = () =>
    [...typed.current].some(
      (box) => (box as HTMLInputElement).isConnected && (box as HTMLInputElement).value.trim() !== '',
    );
  const leave = (event: Event) => {
    if (isShownOnce) event.preventDefault();
    else if (holdsText()) {
      event.preventDefault();
      setAsks(true);
    }
  };
  return (
    <RadixDialog.Root open={open} onOpenChange={(next) => (next ? undefined : onClose())}>
      <RadixDialog.Portal>
        <Backdrop above={above} />
        <DialogContent
          onInput={({ target }) => {
            if (target instanceof HTMLElement && target.matches(TEXT)) typed.current.add(target);
          }}
          onEscapeKeyDown={leave}
          onPointerDownOutside={leave}
          className={`fixed left-1/2 max-h-[80vh] -translate-x-1/2 overflow-y-auto rounded-[8px] border border-line bg-sheet p-5 shadow-float ${above ? 'top-[20vh] z-[60] w-[min(440px,calc(100vw-32px))]' : 'top-[14vh] z-50 w-[min(520px,calc(100vw-32px))]'}`}
        >
          <RadixDialog.Title className="mb-3 pr-8 text-title font-bold wrap-anywhere">{title}</RadixDialog.Title>
          {children}
          {asks ? <Asks onKeep={() => setAsks(false)} onDiscard={onClose} /> : null}
          {isShownOnce ? null : (
            // Last in order, so that the first thing there is to fill in or to press has the focus.
            <button
              type="button"
              aria-label="Close"
              title="Close (Esc)"
              onClick={() => (holdsText() ? setAsks(true) : onClose())}
              className="absolute top-4 right-4 size-7 rounded-control text-ink-soft hover:bg-well"
            >
              ✕
            </button>
          )}
        </DialogContent>
      </RadixDialog.Portal>
    </RadixDialog.Root>
  );
}

function Asks({ onKeep, onDiscard }: { onKeep: () => void; onDiscard: () => void }) {
  const keep = useRef<HTMLButtonElement>(null);
  useEffect(() => keep.current?.focus(), []);
  return (
    <div role="alert" className="mt-3 flex flex-wrap items-center justify-end gap-2 border-t border-line pt-3">
      <span className="mr-auto">Discard what you typed?</span>
      <Button ref={keep} onClick={onKeep}>
        Keep editing
      </Button>
      <Button kind="stop" onClick={onDiscard}>
        Discard
      </Button>
    </div>
  );
}
