import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { FilterChip } from '../../kit/Chip';
import { Combobox } from '../../kit/Combobox';
import { FilterBox } from '../../kit/Filter';
import { fieldUse } from '../queries';

/** Narrows the list to accounts that hold a field, or exactly one value of it. */
export function FieldFilter({
  field,
  value,
  onChange,
}: {
  field: string | null;
  value: string | null;
  onChange: (next: { field?: string; value?: string }) => void;
}) {
  const fields = useQuery(fieldUse).data?.items ?? [];
  const [typed, setTyped] = useState<string | null>(null);
  if (fields.length === 0) return null;
  if (field === null) {
    return (
      <Combobox
        label="Only accounts with a value for"
        prompt="by field…"
        choices={fields.map(({ key, label }) => ({ value: key, label }))}
        onChoose={(key) => onChange({ field: key })}
      />
    );
  }
  const label = fields.find(({ key }) => key === field)?.label ?? field;
  const save = () => {
    if (typed !== null) onChange(typed === '' ? { field } : { field, value: typed });
    setTyped(null);
  };
  return (
    <>
      <FilterChip pressed onPress={() => onChange({})}>
        <bdi>{label}</bdi>
        <span aria-hidden="true">✕</span>
      </FilterChip>
      <FilterBox
        label={`${label} is exactly`}
        prompt="is exactly…"
        value={typed ?? value ?? ''}
        onType={setTyped}
        onSave={save}
      />
    </>
  );
}
