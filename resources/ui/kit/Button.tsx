import type { ComponentProps, ReactNode } from 'react';

type Kind = 'act' | 'plain' | 'stop';

const look: Record<Kind, string> = {
  act: 'bg-petrol text-on-petrol border-transparent hover:bg-petrol-deep',
  plain: 'bg-sheet text-ink border-line-strong hover:bg-well',
  stop: 'bg-sheet text-brick border-brick hover:bg-brick-wash',
};

/** An act. "act" for the one thing a screen is for, "stop" for what takes something away. */
export function Button({
  kind = 'plain',
  size = 'normal',
  className = '',
  ...rest
}: ComponentProps<'button'> & { kind?: Kind; size?: 'normal' | 'large' | 'small' }) {
  const sizes = { small: 'h-7 px-2.5 text-small', normal: 'h-8 px-3', large: 'h-11 px-4 text-[16px] w-full' };
  return (
    <button
      type="button"
      {...rest}
      className={`rounded-control border font-semibold whitespace-nowrap transition-colors duration-100 disabled:opacity-55 aria-disabled:opacity-55 ${sizes[size]} ${look[kind]} ${className}`}
    />
  );
}

/** One value of a filter above a list; pressed again, it lets everything through. */
export function FilterChip({
  pressed,
  onPress,
  children,
}: {
  pressed: boolean;
  onPress: (pressed: boolean) => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={pressed}
      onClick={() => onPress(!pressed)}
      className={`flex h-6 items-center gap-1.5 rounded-full border px-2.5 text-small ${pressed ? 'border-petrol bg-petrol-wash font-semibold text-petrol-deep' : 'border-line-strong hover:bg-well'}`}
    >
      {children}
    </button>
  );
}

/** Chooses a file; looks and works as a button does. */
export function FileButton({
  accept,
  onChoose,
  children,
}: {
  accept: string;
  onChoose: (file: File) => void;
  children: ReactNode;
}) {
  return (
    <label className="relative flex h-7 cursor-pointer items-center rounded-control border border-line-strong bg-sheet px-2.5 text-small font-semibold has-focus-visible:outline-2 has-focus-visible:outline-petrol hover:bg-well">
      {children}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0];
          // Chosen once more it is to be heard of again.
          event.target.value = '';
          if (file !== undefined) onChoose(file);
        }}
      />
    </label>
  );
}
