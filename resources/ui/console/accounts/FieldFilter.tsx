import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer } from '../../api/client';
import { FilterChip } from '../../kit/Button';
import { api } from '../api';

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
  const fields = useQuery({ queryKey: ['field-use'], queryFn: () => answer(api.GET('/fields')) }).data?.items ?? [];
  const [typed, setTyped] = useState<string | null>(null);
  if (fields.length === 0) return null;
  if (field === null) {
    return (
      <select
        aria-label="Only accounts that hold"
        value=""
        onChange={(event) => onChange({ field: event.target.value })}
        className="h-6 rounded-full border border-line-strong bg-sheet px-2 text-small"
      >
        <option value="">by field…</option>
        {fields.map(({ key, label }) => (
          <option key={key} value={key}>
            {label}
          </option>
        ))}
      </select>
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
        {label}
        <span aria-hidden="true">✕</span>
      </FilterChip>
      <input
        aria-label={`${label} is exactly`}
        placeholder="is exactly…"
        value={typed ?? value ?? ''}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={save}
        onKeyDown={(event) => (event.key === 'Enter' ? save() : undefined)}
        className="h-6 w-36 rounded-full border border-line-strong bg-sheet px-2.5 text-small"
      />
    </>
  );
}
