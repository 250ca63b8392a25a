import type { Schemas } from '../api/client';
import { ChoiceBoxes, Select, TextArea, TextField } from './Field';
import { kit } from './words';

export type Field = Schemas['FieldDefinition'];

/** The id of a field's box, for labels and for the summary of mistakes. */
export const boxId = (field: string): string => `field-${field}`;

const TYPED: Partial<Record<Field['type'], { type: string; inputMode?: 'decimal'; autoComplete?: string }>> = {
  short_text: { type: 'text' },
  number: { type: 'text', inputMode: 'decimal' },
  date: { type: 'date' },
  phone: { type: 'tel', autoComplete: 'tel' },
  url: { type: 'url', autoComplete: 'url' },
};

interface Box {
  field: Field;
  value: unknown;
  error: string | undefined;
  onChange: (value: unknown) => void;
  onLeave?: () => void;
  large?: boolean;
}

/** One defined field as a box of its type. Values are kept as the API has them. */
export function FieldBox({ field, value, error, onChange, onLeave = () => undefined, large = true }: Box) {
  const shared = {
    id: boxId(field.key),
    label: field.required === 'never' ? kit.optional(field.label) : field.label,
    help: field.help,
    error,
    large,
  };
  const text = typeof value === 'string' || typeof value === 'number' ? String(value) : '';
  const typed = TYPED[field.type];
  if (typed !== undefined) {
    return (
      <TextField
        {...shared}
        {...typed}
        name={field.key}
        value={text}
        onChange={(event) => onChange(field.type === 'number' ? asNumber(event.target.value) : event.target.value)}
        onBlur={onLeave}
      />
    );
  }
  if (field.type === 'long_text') {
    return (
      <TextArea {...shared} value={text} onChange={(event) => onChange(event.target.value)} onBlur={onLeave} rows={4} />
    );
  }
  if (field.type === 'one_choice' || field.type === 'country') {
    return (
      <Select
        {...shared}
        choices={field.choices}
        value={text}
        autoComplete={field.type === 'country' ? 'country' : 'off'}
        onChange={(event) => onChange(event.target.value)}
        onBlur={onLeave}
      />
    );
  }
  if (field.type === 'yes_no') {
    return (
      <ChoiceBoxes
        {...shared}
        kind="radio"
        choices={[
          { value: 'yes', label: kit.yes },
          { value: 'no', label: kit.no },
        ]}
        chosen={value === true ? ['yes'] : value === false ? ['no'] : []}
        onChange={([chosen]) => onChange(chosen === undefined ? null : chosen === 'yes')}
        onLeave={onLeave}
      />
    );
  }
  if (field.type === 'several_choices') {
    return (
      <ChoiceBoxes
        {...shared}
        kind="checkbox"
        choices={field.choices}
        chosen={Array.isArray(value) ? (value as string[]) : []}
        onChange={onChange}
        onLeave={onLeave}
      />
    );
  }
  return null;
}

/** What is no number is sent as it was typed, so that the server says so; nothing is guessed. */
function asNumber(typed: string): unknown {
  const plain = typed.trim().replace(',', '.');
  return /^[+-]?\d+(\.\d+)?$/.test(plain) ? Number(plain) : typed;
}
