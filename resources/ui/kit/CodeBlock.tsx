/** Text of a machine, exactly as it is: it scrolls, so the keyboard reaches it. */
export function CodeBlock({
  label,
  wraps = false,
  fills = false,
  children,
}: {
  label: string;
  wraps?: boolean;
  /** As high as the room it stands in, instead of as high as it has to be. */
  fills?: boolean;
  children: string;
}) {
  return (
    <pre
      role="region"
      aria-label={label}
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- it scrolls, so the keyboard must reach it
      tabIndex={0}
      className={`overflow-auto rounded-control border border-line bg-sheet p-3 font-mono text-small ${fills ? 'h-full' : 'max-h-80'} ${wraps ? 'wrap-anywhere whitespace-pre-wrap' : ''}`}
    >
      {children}
    </pre>
  );
}
