import type { ComponentProps, ReactNode } from 'react';

/** An act that is a sign, with its name for those who do not see it. */
export function IconButton({
  label,
  className = '',
  ...rest
}: Omit<ComponentProps<'button'>, 'aria-label'> & { label: string }) {
  return (
    <button
      type="button"
      title={label}
      {...rest}
      aria-label={label}
      className={`size-7 shrink-0 rounded-control text-ink-soft hover:bg-well ${className}`}
    />
  );
}

/** A value that does something when it is pressed. */
export function ValueButton({ face, ...rest }: Omit<ComponentProps<'button'>, 'className'> & { face?: 'mono' }) {
  return (
    <button
      type="button"
      {...rest}
      className={`min-h-6 rounded-[4px] text-left hover:bg-petrol-wash ${face === 'mono' ? 'font-mono text-small' : ''}`}
    />
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
