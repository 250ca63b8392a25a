import { useState, type FormEvent } from 'react';
import { Button } from '../../kit/Button';
import { Select, TextField } from '../../kit/Field';
import type { DraftInHand } from '../rules/useDraft';
import { TYPES, type FieldRule } from './fieldRule';

export function NewField({ hand, taken }: { hand: DraftInHand; taken: string[] }) {
  const [label, setLabel] = useState('');
  const [type, setType] = useState('short_text');
  const key = label
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 40);
  const isTaken = taken.includes(key);
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (key === '' || isTaken) return;
    const hasChoices = type === 'one_choice' || type === 'several_choices';
    const field: FieldRule = {
      key,
      label: label.trim(),
      help: '',
      type,
      required: 'never',
      edited_by: 'holder',
      apps: [],
      minimum: null,
      maximum: null,
      earliest: '',
      latest: '',
      region: '',
      choices: hasChoices ? [{ key: 'first', label: 'First', retired: false }] : [],
      retired: false,
    };
    hand.change(['fields', key], field);
    setLabel('');
  };
  return (
    <form onSubmit={add} className="space-y-2 px-4 py-3">
      <h3 className="font-semibold">A new field</h3>
      <TextField
        label="Label"
        value={label}
        onChange={(event) => setLabel(event.target.value)}
        error={isTaken ? 'There is a field of this key.' : undefined}
        help={
          key === '' ? (
            'The key is made of it, and never changes.'
          ) : (
            <>
              Key: <span className="font-mono">{key}</span>. It never changes.
            </>
          )
        }
      />
      <Select
        label="Type"
        value={type}
        onChange={(event) => setType(event.target.value === '' ? 'short_text' : event.target.value)}
        choices={TYPES.map(([value, name]) => ({ value, label: name }))}
      />
      <Button type="submit" disabled={key === '' || isTaken}>
        Add field
      </Button>
    </form>
  );
}
