import { useId, useState, type ComponentProps, type ReactNode } from 'react';

interface Described {
  label: string;
  error?: string | undefined;
  help?: ReactNode;
  large?: boolean;
}

/** A labelled box. Errors and help stand below it in a space that is always there, so that nothing jumps while typing. */
export function TextField({
  label,
  error,
  help,
  large = false,
  trailing,
  ...input
}: ComponentProps<'input'> & Described & { trailing?: ReactNode }) {
  const id = useId();
  const note = `${id}-note`;
  return (
    <div>
      <label htmlFor={id} className={`mb-1 block font-semibold ${large ? 'text-[15px]' : ''}`}>
        {label}
      </label>
      <div className="relative">
        <input
          {...input}
          id={id}
          aria-invalid={error !== undefined}
          aria-describedby={note}
          className={`w-full rounded-control border bg-sheet px-3 text-ink ${large ? 'h-11 text-[16px]' : 'h-8'} ${trailing ? 'pr-20' : ''} ${error !== undefined ? 'border-brick' : 'border-line-strong'}`}
        />
        {trailing}
      </div>
      <Note id={note} error={error} help={help} />
    </div>
  );
}

/** A password box with a switch to show it. Pasting and password managers are welcome. */
export function PasswordField(props: ComponentProps<'input'> & Described) {
  const [shown, setShown] = useState(false);
  return (
    <TextField
      {...props}
      type={shown ? 'text' : 'password'}
      autoCapitalize="off"
      spellCheck={false}
      trailing={
        <button
          type="button"
          aria-label={`${shown ? 'Hide' : 'Show'}: ${props.label}`}
          onClick={() => setShown(!shown)}
          className="absolute inset-y-1 right-1 min-w-14 rounded-[4px] px-2 text-ink-soft hover:bg-well"
        >
          {shown ? 'Hide' : 'Show'}
        </button>
      }
    />
  );
}

export function TextArea({ label, error, help, ...input }: ComponentProps<'textarea'> & Described) {
  const id = useId();
  const note = `${id}-note`;
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-semibold">
        {label}
      </label>
      <textarea
        rows={3}
        {...input}
        id={id}
        aria-invalid={error !== undefined}
        aria-describedby={note}
        className={`block w-full rounded-control border bg-sheet px-3 py-1.5 ${error !== undefined ? 'border-brick' : 'border-line-strong'}`}
      />
      <Note id={note} error={error} help={help} />
    </div>
  );
}

export function Checkbox({ label, ...input }: ComponentProps<'input'> & { label: string }) {
  return (
    <label className="flex min-h-8 cursor-pointer items-center gap-2.5">
      <input {...input} type="checkbox" className="size-5 accent-petrol" />
      {label}
    </label>
  );
}

function Note({ id, error, help }: { id: string; error?: string | undefined; help?: ReactNode }) {
  return (
    <p id={id} className={`mt-1 min-h-[17px] text-small ${error !== undefined ? 'text-brick' : 'text-ink-soft'}`}>
      {error ?? help}
    </p>
  );
}
