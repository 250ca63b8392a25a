import { useState, type FormEvent } from 'react';
import { Button } from '../../kit/Button';
import { TextField } from '../../kit/Field';

/** One more of a list of rules: its boxes in a row, and the act. Nothing is added while one of them is empty. */
export function AddRow<const K extends string>({
  fields,
  act,
  onAdd,
}: {
  fields: readonly { key: K; label: string; isWide?: boolean }[];
  act: string;
  onAdd: (typed: Record<K, string>) => void;
}) {
  const empty = Object.fromEntries(fields.map(({ key }) => [key, ''])) as Record<K, string>;
  const [typed, setTyped] = useState(empty);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const trimmed = Object.fromEntries(fields.map(({ key }) => [key, typed[key].trim()])) as Record<K, string>;
    if (Object.values(trimmed).includes('')) return;
    onAdd(trimmed);
    setTyped(empty);
  };
  return (
    <form onSubmit={submit} noValidate className="flex flex-wrap items-start gap-2 px-4 py-3">
      {fields.map(({ key, label, isWide }) => (
        <span key={key} className={isWide === true ? 'min-w-40 flex-1' : ''}>
          <TextField
            label={label}
            value={typed[key]}
            onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
          />
        </span>
      ))}
      <Button type="submit">{act}</Button>
    </form>
  );
}
