import { useEffect, useRef } from 'react';
import { Text } from './Text';

export interface Mark {
  key: string;
  label: string;
  /** A stretch of time that was passed over, or something that happened at a moment. */
  kind: 'span' | 'event' | 'refusal';
}

const marks = {
  event: 'size-2.5 rounded-[2px] bg-petrol',
  refusal: 'size-2.5 rounded-[2px] bg-brick',
} as const;

/** What happened in its order, with the stretches between in which nothing did. The end is where one stands. */
export function Timeline({ label, items }: { label: string; items: readonly Mark[] }) {
  const end = useRef<HTMLLIElement>(null);
  useEffect(() => {
    end.current?.scrollIntoView({ block: 'nearest', inline: 'end' });
  }, [items.length]);
  return (
    // So that what is longer than its place can be scrolled by keyboard.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <ol aria-label={label} className="flex min-w-0 flex-1 items-center overflow-x-auto py-1" tabIndex={0}>
      {items.map(({ key, label: said, kind }) =>
        kind === 'span' ? (
          <li key={key} className="flex min-w-16 flex-1 flex-col items-center">
            <span className="h-0 w-full border-t-2 border-dashed border-line-strong" aria-hidden="true" />
            <Text size="small" tone="soft" className="whitespace-nowrap">
              {said}
            </Text>
          </li>
        ) : (
          <li key={key} title={said} className="flex shrink-0 flex-col items-center px-1">
            <span className={marks[kind]} aria-hidden="true" />
            <Text size="small" className="max-w-28 truncate">
              {said}
            </Text>
          </li>
        ),
      )}
      <li ref={end} className="flex shrink-0 flex-col items-center px-2">
        <span className="size-3.5 rounded-full border-2 border-petrol bg-sheet" aria-hidden="true" />
        <Text size="small" weight="strong">
          now
        </Text>
      </li>
    </ol>
  );
}
