import { Switch as RadixSwitch } from 'radix-ui';
import { useId } from 'react';

/** One of a few, all in sight: radio buttons that look like one control. */
export function Segments<T extends string>({
  label,
  choices,
  value,
  onChange,
}: {
  label: string;
  choices: readonly { value: T; label: string }[];
  value: T;
  onChange: (value: T) => void;
}) {
  const name = useId();
  return (
    <div
      role="radiogroup"
      aria-label={label}
      className="inline-flex rounded-control border border-line-strong bg-sheet"
    >
      {choices.map((choice) => (
        <label
          key={choice.value}
          className={`relative flex h-7 cursor-pointer items-center border-l border-line px-2 text-small first:rounded-l-[5px] first:border-l-0 last:rounded-r-[5px] has-focus-visible:z-10 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-ink ${choice.value === value ? 'bg-petrol font-semibold text-on-petrol' : 'hover:bg-well'}`}
        >
          <input
            type="radio"
            name={name}
            className="sr-only"
            checked={choice.value === value}
            onChange={() => onChange(choice.value)}
          />
          {choice.label}
        </label>
      ))}
    </div>
  );
}

export function Switch({
  label,
  checked,
  onChange,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
}) {
  return (
    <RadixSwitch.Root
      aria-label={label}
      checked={checked}
      onCheckedChange={onChange}
      className="h-6 w-10 shrink-0 rounded-full border border-line-strong bg-well p-0.5 data-[state=checked]:border-petrol data-[state=checked]:bg-petrol"
    >
      <RadixSwitch.Thumb className="block size-[18px] rounded-full bg-line-strong transition-transform duration-100 data-[state=checked]:translate-x-4 data-[state=checked]:bg-on-petrol" />
    </RadixSwitch.Root>
  );
}
