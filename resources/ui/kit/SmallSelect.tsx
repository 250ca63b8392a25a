import type { ComponentProps } from 'react';

/** One of many beside a text or above a list; a form has Select. */
export function SmallSelect({
  label,
  choices,
  ...rest
}: Omit<ComponentProps<'select'>, 'className'> & {
  label: string;
  choices: readonly { value: string | number; label: string }[];
}) {
  return (
    <select
      aria-label={label}
      {...rest}
      className="h-7 max-w-full rounded-control border border-line-strong bg-sheet px-1.5 text-small"
    >
      {choices.map((choice) => (
        <option key={choice.value} value={choice.value}>
          {choice.label}
        </option>
      ))}
    </select>
  );
}
