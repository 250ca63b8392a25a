import { Command } from 'cmdk';
import { Popover } from 'radix-ui';
import { useState, type ReactNode } from 'react';

/** One of many, found by typing: for more than a list shows at a glance. */
export function Combobox({
  label,
  prompt,
  choices,
  value = null,
  onChoose,
}: {
  label: string;
  /** What it says while nothing is chosen. */
  prompt: string;
  choices: readonly { value: string; label: string; detail?: ReactNode }[];
  value?: string | null;
  onChoose: (value: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const chosen = choices.find((choice) => choice.value === value);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        aria-label={`${label}: ${chosen?.label ?? prompt}`}
        className="flex h-6 max-w-full items-center gap-1.5 rounded-full border border-line-strong bg-sheet px-2.5 text-small hover:bg-well"
      >
        <bdi className="min-w-0 truncate">{chosen?.label ?? prompt}</bdi>
        <span aria-hidden="true">▾</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label={label}
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-50 w-72 max-w-[calc(100vw-16px)] rounded-[8px] border border-line bg-sheet shadow-float"
        >
          <Command label={label} defaultValue={value ?? ''} loop>
            <Command.Input
              placeholder="Type to narrow"
              className="h-9 w-full rounded-t-[8px] border-b border-line bg-transparent px-3 -outline-offset-2"
            />
            <Command.List className="max-h-64 overflow-y-auto p-1">
              <Command.Empty className="px-2 py-3 text-small text-ink-soft">None is like that.</Command.Empty>
              {choices.map((choice) => (
                <Command.Item
                  key={choice.value}
                  value={choice.value}
                  keywords={[choice.label]}
                  onSelect={() => {
                    setOpen(false);
                    onChoose(choice.value);
                  }}
                  className="flex min-h-8 cursor-pointer items-center gap-2 rounded-[4px] px-2 wrap-anywhere data-[selected=true]:bg-petrol-wash data-[selected=true]:text-petrol-deep"
                >
                  <span aria-hidden="true" className="w-3 shrink-0">
                    {choice.value === value ? '✓' : ''}
                  </span>
                  <bdi className="min-w-0">{choice.label}</bdi>
                  {choice.detail === undefined ? null : (
                    <span className="ml-auto text-small text-ink-soft">{choice.detail}</span>
                  )}
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
