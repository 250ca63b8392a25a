import { useId, useState, type ComponentProps, type ReactNode } from 'react';

interface Described {
  /** Given where something else leads to the box. */
  id?: string;
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
  id: given,
  ...input
}: ComponentProps<'input'> & Described & { trailing?: ReactNode }) {
  const own = useId();
  const id = given ?? own;
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
      <Note id={note} error={error} help={help} large={large} />
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

export function TextArea({
  label,
  error,
  help,
  large = false,
  id: given,
  ...input
}: ComponentProps<'textarea'> & Described) {
  const own = useId();
  const id = given ?? own;
  const note = `${id}-note`;
  return (
    <div>
      <label htmlFor={id} className={`mb-1 block font-semibold ${large ? 'text-[15px]' : ''}`}>
        {label}
      </label>
      <textarea
        rows={3}
        {...input}
        id={id}
        aria-invalid={error !== undefined}
        aria-describedby={note}
        className={`block w-full rounded-control border bg-sheet px-3 py-1.5 ${large ? 'text-[16px]' : ''} ${error !== undefined ? 'border-brick' : 'border-line-strong'}`}
      />
      <Note id={note} error={error} help={help} large={large} />
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

interface Choice {
  value: string;
  label: string;
}

export function Select({
  label,
  error,
  help,
  large = false,
  id: given,
  choices,
  ...input
}: ComponentProps<'select'> & Described & { choices: readonly Choice[] }) {
  const own = useId();
  const id = given ?? own;
  const note = `${id}-note`;
  return (
    <div>
      <label htmlFor={id} className={`mb-1 block font-semibold ${large ? 'text-[15px]' : ''}`}>
        {label}
      </label>
      <select
        {...input}
        id={id}
        aria-invalid={error !== undefined}
        aria-describedby={note}
        className={`block w-full rounded-control border bg-sheet px-2 text-ink ${large ? 'h-11 text-[16px]' : 'h-8'} ${error !== undefined ? 'border-brick' : 'border-line-strong'}`}
      >
        <option value="">Choose…</option>
        {choices.map((choice) => (
          <option key={choice.value} value={choice.value}>
            {choice.label}
          </option>
        ))}
      </select>
      <Note id={note} error={error} help={help} large={large} />
    </div>
  );
}

/** One or several of a few choices, all in sight. */
export function ChoiceBoxes({
  label,
  error,
  help,
  large = false,
  id: given,
  kind,
  choices,
  chosen,
  onChange,
  onLeave,
}: Described & {
  kind: 'radio' | 'checkbox';
  choices: readonly Choice[];
  chosen: readonly string[];
  onChange: (chosen: string[]) => void;
  onLeave?: () => void;
}) {
  const own = useId();
  const id = given ?? own;
  const note = `${id}-note`;
  const toggle = (value: string, on: boolean) =>
    onChange(kind === 'radio' ? [value] : on ? [...chosen, value] : chosen.filter((other) => other !== value));
  return (
    <fieldset aria-describedby={note} onBlur={onLeave}>
      <legend className={`mb-1 font-semibold ${large ? 'text-[15px]' : ''}`}>{label}</legend>
      <div className="flex flex-wrap gap-x-5">
        {choices.map((choice, index) => (
          <label
            key={choice.value}
            className={`flex cursor-pointer items-center gap-2 ${large ? 'min-h-11' : 'min-h-8'}`}
          >
            <input
              // The first takes the focus when the summary of mistakes leads here.
              id={index === 0 ? id : undefined}
              type={kind}
              name={id}
              aria-invalid={error !== undefined}
              checked={chosen.includes(choice.value)}
              onChange={(event) => toggle(choice.value, event.target.checked)}
              className="size-5 accent-petrol"
            />
            {choice.label}
          </label>
        ))}
      </div>
      <Note id={note} error={error} help={help} large={large} />
    </fieldset>
  );
}

function Note({
  id,
  error,
  help,
  large,
}: {
  id: string;
  error?: string | undefined;
  help?: ReactNode;
  large: boolean;
}) {
  return (
    <p
      id={id}
      className={`mt-1 ${large ? 'min-h-5 text-[14px] leading-5' : 'min-h-[17px] text-small'} ${error !== undefined ? 'text-brick' : 'text-ink-soft'}`}
    >
      {error ?? help}
    </p>
  );
}
