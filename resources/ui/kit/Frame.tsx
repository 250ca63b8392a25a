import { useEffect, useRef, type ComponentProps } from 'react';

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

/**
 * A page within the page that is written here, and anew as often as it changes: nothing is loaded for it, and the way back stays what it was. It stands in an
 * empty document of our own, whose policy lets it have its looks and nothing else; it runs nothing.
 */
export function WrittenFrame({
  title,
  src,
  html,
  className = '',
}: {
  title: string;
  /** Of the empty document. */
  src: string;
  html: string;
  className?: string;
}) {
  const frame = useRef<HTMLIFrameElement>(null);
  const write = () => {
    const inside = frame.current?.contentDocument;
    // Until it is loaded there is another empty document, under the policy of the page around it.
    if (inside === null || inside === undefined || inside.URL === 'about:blank') return;
    inside.documentElement.innerHTML = html;
  };
  useEffect(write, [html]);
  return (
    <iframe
      ref={frame}
      title={title}
      src={src}
      sandbox="allow-same-origin"
      // So that what is larger than its place can be scrolled by keyboard.
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
      tabIndex={0}
      onLoad={write}
      className={`rounded-[4px] border border-line bg-white ${className}`}
    />
  );
}
