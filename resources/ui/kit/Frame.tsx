import type { ComponentProps } from 'react';

/** A page within the page: what somebody else sees. */
export function Frame({
  floats = false,
  title,
  className = '',
  ...rest
}: ComponentProps<'iframe'> & { title: string; floats?: boolean }) {
  return (
    <iframe
      {...rest}
      title={title}
      className={`border border-line ${floats ? 'rounded-[10px] bg-sheet shadow-float' : 'rounded-[4px] bg-white'} ${className}`}
    />
  );
}
