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
