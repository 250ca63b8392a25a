import { useId, useState, type ComponentProps, type ReactNode } from 'react';
import { kit } from './words';

interface Described {
  /** Given where something else leads to the box. */
  id?: string | undefined;
  label: string;
  error?: string | undefined;
  help?: ReactNode;
  large?: boolean | undefined;
  /** Where the same words stand above it already, the label is there for those who cannot see that. */
  isLabelHidden?: boolean | undefined;
}

/** What every labelled box has. Errors and help stand below it in a space that is always there, so that nothing jumps while typing. */
function Labelled({
  id: given,
  label,
  error,
  help,
  large = false,
  isLabelHidden = false,
  children,
}: Described & {
  children: (box: { id: string; 'aria-invalid': boolean; 'aria-describedby': string; className: string }) => ReactNode;
}) {
  const own = useId();
  const id = given ?? own;
  const note = `${id}-note`;
  return (
    // What is hidden stands within it: elsewhere it would stretch the page below what scrolls.
    <div className="relative">
      <label
        htmlFor={id}
        className={isLabelHidden ? 'sr-only' : `mb-1 block font-semibold ${large ? 'text-[15px]' : ''}`}
      >
        {label}
      </label>
      {children({
        id,
        'aria-invalid': error !== undefined,
        'aria-describedby': note,
        className: `block w-full rounded-control border bg-sheet text-ink ${large ? 'text-[16px]' : ''} ${error !== undefined ? 'border-brick' : 'border-line-strong'}`,
      })}
      <Note id={note} error={error} help={help} large={large} />
    </div>
  );
}

const heights = (large: boolean | undefined): string => (large === true ? 'h-11' : 'h-8');

export function TextField({
  id,
  label,
  error,
  help,
  large,
  trailing,
  ...input
}: ComponentProps<'input'> & Described & { trailing?: ReactNode }) {
  return (
    <Labelled {...{ id, label, error, help, large }}>
      {({ className, ...box }) => (
        <div className="relative">
          <input
            {...input}
            {...box}
            className={`px-3 ${heights(large)} ${trailing === undefined ? '' : 'pr-20'} ${className}`}
          />
          {trailing}
        </div>
      )}
    </Labelled>
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
          aria-label={`${shown ? kit.hide : kit.show}: ${props.label}`}
          onClick={() => setShown(!shown)}
          className="absolute inset-y-1 right-1 min-w-14 rounded-[4px] px-2 text-ink-soft hover:bg-well"
        >
          {shown ? kit.hide : kit.show}
        </button>
      }
    />
  );
}

export function TextArea({
  id,
  label,
  error,
  help,
  large,
  isLabelHidden,
  isMono = false,
  ...input
}: ComponentProps<'textarea'> & Described & { isMono?: boolean }) {
  return (
    <Labelled {...{ id, label, error, help, large, isLabelHidden }}>
      {({ className, ...box }) => (
        <textarea
          rows={3}
          {...input}
          {...box}
          className={`px-3 py-1.5 ${isMono ? 'font-mono text-small' : ''} ${className}`}
        />
      )}
    </Labelled>
  );
}

export function FileField({
  accept,
  onChoose,
  ...described
}: Described & { accept: string; onChoose: (file: File | null) => void }) {
  return (
    <Labelled {...described}>
      {({ className, ...box }) => (
        <input
          {...box}
          type="file"
          accept={accept}
          onChange={(event) => onChoose(event.target.files?.[0] ?? null)}
          className={`p-1.5 file:mr-3 file:rounded-[4px] file:border-0 file:bg-well file:px-2 file:py-1 ${className}`}
        />
      )}
    </Labelled>
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
  id,
  label,
  error,
  help,
  large,
  choices,
  ...input
}: ComponentProps<'select'> & Described & { choices: readonly Choice[] }) {
  return (
    <Labelled {...{ id, label, error, help, large }}>
      {({ className, ...box }) => (
        <select {...input} {...box} className={`px-2 ${heights(large)} ${className}`}>
          {choices.some(({ value }) => value === '') || (input.required === true && input.value !== '') ? null : (
            <option value="">{kit.choose}</option>
          )}
          {choices.map((choice) => (
            <option key={choice.value} value={choice.value}>
              {choice.label}
            </option>
          ))}
        </select>
      )}
    </Labelled>
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

/** The same below what has no box of its own. */
export function FieldError({ children }: { children: string | undefined }) {
  return <p className="min-h-5 text-[14px] leading-5 text-brick">{children}</p>;
}
