import { Dialog as RadixDialog } from 'radix-ui';
import { useEffect, useRef, useState, type ComponentProps, type ReactNode } from 'react';
import { Button } from './Button';
import { IconButton } from './SmallButtons';
import { returnFocus } from './focus';

const TEXT = 'textarea, input:not([type="radio"], [type="checkbox"], [type="file"]), [contenteditable="true"]';

/** What a box holds, whether it is a form's or an editor's. */
const textOf = (box: EventTarget): string => (box as HTMLInputElement).value ?? (box as HTMLElement).textContent ?? '';

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
  foot,
  children,
}: {
  open: boolean;
  onClose: () => void;
  title: ReactNode;
  /** In front of another dialog, which stays open behind it. */
  above?: boolean;
  /** What it shows is shown nowhere again: only its own button closes it. */
  isShownOnce?: boolean;
  /** What is done with it: always in sight, however long what stands above it is. */
  foot?: ReactNode;
  children: ReactNode;
}) {
  const typed = useRef(new Set<EventTarget>());
  const [asks, setAsks] = useState(false);
  const holdsText = () =>
    [...typed.current].some((box) => (box as HTMLElement).isConnected && textOf(box).trim() !== '');
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
          className={`fixed left-1/2 flex max-h-[80vh] -translate-x-1/2 flex-col rounded-[8px] border border-line bg-sheet shadow-float max-sm:inset-0 max-sm:max-h-none max-sm:w-full max-sm:translate-x-0 max-sm:rounded-none max-sm:border-0 ${above ? 'top-[16vh] z-[60] w-[min(460px,calc(100vw-32px))]' : 'top-[10vh] z-50 w-[min(560px,calc(100vw-32px))]'}`}
        >
          <RadixDialog.Title className="px-5 pt-5 pr-14 pb-3 text-title font-bold wrap-anywhere">
            {title}
          </RadixDialog.Title>
          <div
            {...(foot === undefined ? {} : { tabIndex: 0, role: 'region', 'aria-label': 'What it is about' })}
            className="min-h-0 flex-1 overflow-y-auto px-5 pb-5 -outline-offset-2"
          >
            {children}
          </div>
          {foot === undefined && !asks ? null : (
            <div className="space-y-3 border-t border-line px-5 py-3">
              {asks ? <Asks onKeep={() => setAsks(false)} onDiscard={onClose} /> : foot}
            </div>
          )}
          {isShownOnce ? null : (
            // Last in order, so that the first thing there is to fill in or to press has the focus.
            <IconButton
              label="Close"
              title="Close (Esc)"
              onClick={() => (holdsText() ? setAsks(true) : onClose())}
              className="absolute top-4 right-4"
            >
              ✕
            </IconButton>
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
    <div role="alert" className="flex flex-wrap items-center justify-end gap-2">
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
