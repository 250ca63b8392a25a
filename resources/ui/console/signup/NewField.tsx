import { useState, type FormEvent } from 'react';
import { Button } from '../../kit/Button';
import { Select, TextField } from '../../kit/Field';
import { useHand, useRule } from '../rules/hand';
import { keyFrom, newField, reasonAgainstKey, type FieldRule } from './fieldRule';
import { Text } from '../../kit/Text';

export function NewField({ taken }: { taken: string[] }) {
  const hand = useHand();
  const rule = useRule()(['fields', 'new', 'type']);
  const [label, setLabel] = useState('');
  const [typedKey, setTypedKey] = useState<string | null>(null);
  const [type, setType] = useState<FieldRule['type']>('short_text');
  const [pressed, setPressed] = useState(false);
  const key = typedKey ?? keyFrom(label);
  const against = label.trim() === '' ? 'Type a label first.' : reasonAgainstKey(key, taken);
  const isTaken = taken.includes(key);
  const add = (event: FormEvent) => {
    event.preventDefault();
    setPressed(true);
    if (against !== null) return;
    hand.change(['fields', key], newField(key, label.trim(), type));
    setLabel('');
    setTypedKey(null);
    setPressed(false);
  };
  return (
    <form onSubmit={add} noValidate className="space-y-2 px-4 py-3">
      <Text as="h3" weight="strong">
        New field
      </Text>
      <TextField
        label="Label"
        value={label}
        onChange={(event) => setLabel(event.target.value)}
        error={pressed && label.trim() === '' ? (against ?? undefined) : undefined}
        help="What people read above the box, in any script."
      />
      <TextField
        label="Key"
        value={key}
        onChange={(event) => setTypedKey(event.target.value)}
        error={(pressed && label.trim() !== '') || isTaken ? (against ?? undefined) : undefined}
        help="What programs call it. It never changes."
      />
      <Select
        label={rule.label}
        required
        value={type}
        onChange={(event) => setType(event.target.value as FieldRule['type'])}
        choices={rule.values.map((value) => ({ value, label: rule.choices[value] ?? value }))}
      />
      <Button type="submit">Add field</Button>
    </form>
  );
}
