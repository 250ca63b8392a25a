import type { ComponentProps } from 'react';

type Kind = 'act' | 'plain' | 'stop' | 'prompt' | 'quiet';

const look: Record<Kind, string> = {
  act: 'font-semibold bg-petrol text-on-petrol border-transparent hover:bg-petrol-deep',
  plain: 'font-semibold bg-sheet text-ink border-line-strong hover:bg-well',
  stop: 'font-semibold bg-sheet text-brick border-brick hover:bg-brick-wash',
  prompt: 'text-ink-soft border-line-strong hover:bg-well',
  quiet: 'text-ink-soft border-transparent hover:bg-well',
};

/** An act. "act" for the one thing a screen is for, "stop" for what takes something away, "prompt" for what asks where to go. */
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
      className={`rounded-control border whitespace-nowrap transition-colors duration-100 disabled:opacity-55 aria-disabled:opacity-55 ${sizes[size]} ${look[kind]} ${className}`}
    />
  );
}
