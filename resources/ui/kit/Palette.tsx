import { Command } from 'cmdk';
import { Dialog as RadixDialog } from 'radix-ui';
import type { ComponentProps, ReactNode } from 'react';
import { Button } from './Button';
import { Backdrop, DialogContent } from './Dialog';

/** One box in front of everything, with what it finds beneath. */
export function PaletteDialog({
  open,
  onClose,
  title,
  children,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  children: ReactNode;
}) {
  return (
    <RadixDialog.Root open={open} onOpenChange={(next) => (next ? undefined : onClose())}>
      <RadixDialog.Portal>
        <Backdrop />
        <DialogContent className="fixed top-[10vh] left-1/2 z-50 w-[min(560px,calc(100vw-32px))] -translate-x-1/2 rounded-[8px] border border-line bg-sheet shadow-float max-sm:inset-0 max-sm:w-full max-sm:translate-x-0 max-sm:rounded-none max-sm:border-0">
          <RadixDialog.Title className="sr-only">{title}</RadixDialog.Title>
          {children}
          <div className="p-3 sm:hidden">
            <Button onClick={onClose}>Close {title}</Button>
          </div>
        </DialogContent>
      </RadixDialog.Portal>
    </RadixDialog.Root>
  );
}

type Own<T extends React.ElementType> = Omit<ComponentProps<T>, 'className'>;

export function PaletteInput(props: Own<typeof Command.Input>) {
  return (
    <Command.Input
      {...props}
      className="h-12 w-full border-b border-line bg-transparent px-4 text-[16px] outline-none"
    />
  );
}

export function PaletteList(props: Own<typeof Command.List>) {
  return <Command.List {...props} className="max-h-[52vh] overflow-y-auto p-1.5" />;
}

export function PaletteEmpty(props: Own<typeof Command.Empty>) {
  return <Command.Empty {...props} className="px-3 py-4 text-ink-soft" />;
}

export function PaletteGroup(props: Own<typeof Command.Group>) {
  return (
    <Command.Group
      {...props}
      className="[&>[cmdk-group-heading]]:px-3 [&>[cmdk-group-heading]]:pt-2 [&>[cmdk-group-heading]]:pb-1 [&>[cmdk-group-heading]]:text-small [&>[cmdk-group-heading]]:text-ink-soft"
    />
  );
}

export function PaletteItem(props: Own<typeof Command.Item>) {
  return (
    <Command.Item
      {...props}
      className="flex min-h-9 cursor-pointer items-center gap-2.5 rounded-[4px] px-3 data-[selected=true]:bg-petrol-wash data-[selected=true]:text-petrol-deep"
    />
  );
}
