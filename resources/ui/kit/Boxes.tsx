import { useId, useState, type KeyboardEvent } from 'react';
import { ALL_UNITS, durationInWords, durationOf, partsOf, unitName, type Unit } from '../text/duration';
import { TextArea } from './Field';
import { SmallSelect } from './SmallSelect';

// Boxes that save what they hold when they are left or Enter is pressed, and give back what is set on Escape. What breaks a bound is said
// and kept in the box, and not saved.

interface Box {
  label: string;
  'aria-describedby'?: string | undefined;
  value: string;
  onSave: (value: string) => void;
  width?: string;
}

const LOOK = 'h-7 max-w-full rounded-control border bg-sheet px-2';

/** @param refuse why a value is not to be saved; null for one that is */
function useTyped(value: string, onSave: (value: string) => void, refuse: (typed: string) => string | null) {
  const [typed, setTyped] = useState<string | null>(null);
  const [mistake, setMistake] = useState<string | null>(null);
  const save = () => {
    if (typed === null) return;
    const why = refuse(typed);
    setMistake(why);
    if (why !== null) return;
    setTyped(null);
    if (typed !== value) onSave(typed);
  };
  const restore = () => {
    setTyped(null);
    setMistake(null);
  };
  return {
    mistake,
    save,
    restore,
    shown: typed ?? value,
    type: setTyped,
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key === 'Enter') save();
      if (event.key === 'Escape' && typed !== null) {
        // It is the box that is left, not the dialog around it.
        event.stopPropagation();
        restore();
      }
    },
  };
}

function Mistake({ id, children }: { id: string; children: string | null }) {
  return (
    <span id={id} role="alert" className="block basis-full text-right text-small text-brick empty:hidden">
      {children}
    </span>
  );
}

/** A short text. */
export function TextBox({ width = 'w-52', isMono = false, ...box }: Box & { isMono?: boolean }) {
  return <LineBox {...box} type="text" className={`${width} ${isMono ? 'font-mono' : ''}`} />;
}

/** A day, as 2026-09-03. */
export function DateBox(box: Box) {
  return <LineBox {...box} type="date" className="w-36" />;
}

function LineBox({
  label,
  value,
  onSave,
  type: kind,
  className,
  'aria-describedby': described,
}: Box & { type: 'text' | 'date'; className: string }) {
  const { shown, type, save, onKeyDown } = useTyped(value, onSave, () => null);
  return (
    <input
      type={kind}
      aria-label={label}
      aria-describedby={described}
      aria-invalid={described === undefined ? undefined : true}
      value={shown}
      onChange={(event) => type(event.target.value)}
      onBlur={save}
      onKeyDown={onKeyDown}
      className={`${LOOK} ${described === undefined ? 'border-line-strong' : 'border-brick'} ${className}`}
    />
  );
}

/** A number with its unit. Emptied, it is what it was: nothing typed is no number, and never nothing. */
export function NumberBox({
  label,
  value,
  unit = null,
  minimum,
  maximum,
  mayBeEmpty = false,
  onSave,
}: {
  label: string;
  value: number | null;
  unit?: string | null;
  minimum?: number | undefined;
  maximum?: number | undefined;
  /** An empty box is a value of its own: no bound. */
  mayBeEmpty?: boolean;
  onSave: (value: number | null) => void;
}) {
  const id = useId();
  const isEmpty = (typed: string) => typed.trim() === '';
  const box = useTyped(
    value === null ? '' : String(value),
    (typed) => {
      if (!isEmpty(typed)) onSave(Number(typed));
      else if (mayBeEmpty) onSave(null);
    },
    (typed) => (isEmpty(typed) ? null : outside(Number(typed), minimum, maximum)),
  );
  return (
    <span className="inline-flex flex-wrap items-center justify-end gap-x-1.5">
      <input
        type="number"
        aria-label={label}
        aria-invalid={box.mistake !== null}
        aria-describedby={id}
        min={minimum}
        max={maximum}
        value={box.shown}
        onChange={(event) => box.type(event.target.value)}
        onBlur={box.save}
        onKeyDown={box.onKeyDown}
        className={`${LOOK} w-20 text-right ${box.mistake === null ? 'border-line-strong' : 'border-brick'}`}
      />
      {unit === null ? null : <span className="text-small text-ink-soft">{unit}</span>}
      <Mistake id={id}>{box.mistake}</Mistake>
    </span>
  );
}

function outside(value: number, minimum: number | undefined, maximum: number | undefined): string | null {
  if (!Number.isFinite(value)) return 'A number is needed.';
  if (minimum !== undefined && value < minimum) return `At least ${minimum}. Escape brings back what is set.`;
  if (maximum !== undefined && value > maximum) return `At most ${maximum}. Escape brings back what is set.`;
  return null;
}

/** A length of time: a number and its unit. What is written in several units is shown in words beside it until it is set anew. */
export function DurationBox({ label, value, onSave }: Box) {
  const parts = partsOf(value) ?? [];
  const single = parts.length <= 1 ? (parts[0] ?? { count: 0, unit: lastUnit(value) }) : null;
  const unit = single?.unit ?? parts.at(-1)?.unit ?? 'S';
  const units = ALL_UNITS.map((each) => ({ value: each, label: unitName(each) }));
  return (
    <span className="inline-flex flex-wrap items-center justify-end gap-1.5">
      {single === null ? <span className="text-small text-ink-soft">{durationInWords(value)}</span> : null}
      <NumberBox
        label={label}
        value={single?.count ?? null}
        minimum={0}
        onSave={(count) => (count === null ? undefined : onSave(durationOf(count, unit)))}
      />
      <SmallSelect
        label={`Unit of: ${label}`}
        choices={units}
        value={unit}
        disabled={single === null}
        onChange={(event) => onSave(durationOf(single?.count ?? 0, event.target.value as Unit))}
      />
    </span>
  );
}

/** Of a duration of nothing, as "PT0S" or "P0D": the unit it is written in. */
function lastUnit(duration: string): Unit {
  return (/[WDHMS]$/.exec(duration)?.[0] as Unit | undefined) ?? 'S';
}

/** A list, one entry per line; what separates entries elsewhere separates them here. */
export function ListBox({
  label,
  value,
  help,
  onSave,
  onTyped,
}: {
  label: string;
  value: readonly string[];
  help?: string | null;
  onSave: (value: string[]) => void;
  /** At each key, for what is said meanwhile. */
  onTyped?: ((value: string[]) => void) | undefined;
}) {
  const lines = (typed: string) => typed.split(/[\s,;]+/).filter((line) => line !== '');
  const box = useTyped(
    value.join('\n'),
    (typed) => {
      const next = lines(typed);
      if (next.join('\n') !== value.join('\n')) onSave(next);
    },
    () => null,
  );
  return (
    <TextArea
      isLabelHidden
      label={label}
      help={help}
      rows={Math.min(12, Math.max(2, value.length))}
      value={box.shown}
      onChange={(event) => {
        box.type(event.target.value);
        onTyped?.(lines(event.target.value));
      }}
      onBlur={box.save}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        box.onKeyDown(event);
        onTyped?.([...value]);
      }}
    />
  );
}

/** A longer text. */
export function LongTextBox({ label, value, help, onSave }: Box & { help?: string | null }) {
  const box = useTyped(value, onSave, () => null);
  return (
    <TextArea
      isLabelHidden
      label={label}
      help={help}
      rows={4}
      value={box.shown}
      onChange={(event) => box.type(event.target.value)}
      onBlur={box.save}
      onKeyDown={(event) => (event.key === 'Escape' ? box.onKeyDown(event) : undefined)}
    />
  );
}
