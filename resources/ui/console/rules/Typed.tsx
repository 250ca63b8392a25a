import { useState } from 'react';
import { TextArea } from '../../kit/Field';

/** A short value, saved when the box is left or Enter is pressed. Escape brings back what is set, and so does a number that was only cleared. */
export function Typed({
  label,
  value,
  type,
  mayBeEmpty = type !== 'number',
  onSave,
}: {
  label: string;
  value: string;
  type: 'text' | 'number' | 'date';
  /** An empty box is a value of its own. */
  mayBeEmpty?: boolean;
  onSave: (value: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const save = () => {
    if (typed !== null && typed !== value && (mayBeEmpty || typed.trim() !== '')) onSave(typed);
    setTyped(null);
  };
  return (
    <input
      aria-label={label}
      type={type}
      value={typed ?? value}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={save}
      onKeyDown={(event) => {
        if (event.key === 'Enter') save();
        if (event.key === 'Escape') setTyped(null);
      }}
      className={`h-7 rounded-control border border-line-strong bg-sheet px-2 ${type === 'number' ? 'w-20 text-right' : type === 'date' ? 'w-36' : 'w-52'}`}
    />
  );
}

/** A list, one entry a line. */
export function Lines({ label, value, onSave }: { label: string; value: string[]; onSave: (value: string[]) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextArea
      label={label}
      rows={Math.max(2, value.length)}
      value={typed ?? value.join('\n')}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => {
        const next = (typed ?? '').split(/[\s,;]+/).filter((line) => line !== '');
        if (typed !== null && next.join() !== value.join()) onSave(next);
        setTyped(null);
      }}
    />
  );
}

/** A longer text. */
export function Words({ label, value, onSave }: { label: string; value: string; onSave: (value: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextArea
      label={label}
      rows={4}
      value={typed ?? value}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => {
        if (typed !== null && typed !== value) onSave(typed);
        setTyped(null);
      }}
      help="An empty line begins a paragraph. A new date asks everybody to accept again."
    />
  );
}
