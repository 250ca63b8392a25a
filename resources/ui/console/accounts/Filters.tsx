import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState, type FormEvent } from 'react';
import { Button } from '../../kit/Button';
import { FilterChip } from '../../kit/Chip';
import { Combobox } from '../../kit/Combobox';
import { TextInput } from '../../kit/Filter';
import { SmallSelect } from '../../kit/SmallSelect';
import { Note } from '../../kit/Text';
import { apps, fieldDefinitions, metadataPaths, roles } from '../queries';
import { useLabels } from './useLabels';
import {
  comparisonsOf,
  conditionInWords,
  SUBJECTS,
  takesKey,
  takesValue,
  valuesOf,
  type Comparison,
  type Condition,
  type FieldType,
  type Subject,
} from './where';

/** The conditions of a list as chips that a press takes away, and a line to add one by keyboard. */
export function Filters({
  where,
  isAdding,
  onAdding,
  onChange,
}: {
  where: readonly Condition[];
  isAdding: boolean;
  onAdding: (is: boolean) => void;
  onChange: (where: Condition[]) => void;
}) {
  const labels = useLabels();
  return (
    <div className="space-y-2">
      <div className="flex flex-wrap gap-1.5" role="group" aria-label="Filters">
        {where.map((condition, place) => (
          <FilterChip
            key={JSON.stringify(condition)}
            pressed
            onPress={() => onChange(where.filter((_, index) => index !== place))}
          >
            <bdi className="max-w-72 truncate">{conditionInWords(condition, labels)}</bdi>
            <span aria-hidden="true">✕</span>
          </FilterChip>
        ))}
        <FilterChip pressed={isAdding} onPress={onAdding}>
          <span title="Add a filter (f)">+ filter</span>
        </FilterChip>
      </div>
      {isAdding ? (
        <NewCondition
          onCancel={() => onAdding(false)}
          onAdd={(condition) => {
            onAdding(false);
            const isThere = where.some((one) => JSON.stringify(one) === JSON.stringify(condition));
            onChange(isThere ? [...where] : [...where, condition]);
          }}
        />
      ) : null}
    </div>
  );
}

function NewCondition({ onAdd, onCancel }: { onAdd: (condition: Condition) => void; onCancel: () => void }) {
  const fields = useQuery(fieldDefinitions).data?.items ?? [];
  const [subject, setSubject] = useState<Subject>('status');
  const [key, setKey] = useState('');
  const [comparison, setComparison] = useState<Comparison>('is');
  const [value, setValue] = useState('');
  const field = fields.find((one) => subject === 'field' && one.key === key);
  const comparisons = comparisonsOf(subject, field?.type as FieldType | undefined);
  const first = useRef<HTMLFormElement>(null);
  useEffect(() => first.current?.querySelector('select')?.focus(), []);
  const about = (next: Subject) => {
    setSubject(next);
    setKey('');
    setValue(valuesOf[next]?.[0]?.value ?? '');
    setComparison(comparisonsOf(next)[0]?.value ?? 'is');
  };
  const needsValue = takesValue(comparison);
  const shown = value === '' ? (valuesOf[subject]?.[0]?.value ?? '') : value;
  const isReady = (!takesKey(subject) || key !== '') && (!needsValue || shown !== '');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (isReady) onAdd([subject, ...(takesKey(subject) ? [key] : []), comparison, ...(needsValue ? [shown] : [])]);
  };
  return (
    // Escape leaves the line from wherever in it one is.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
    <form
      ref={first}
      aria-label="New filter"
      noValidate
      className="flex flex-wrap items-center gap-1.5"
      onSubmit={submit}
      onKeyDown={(event) => {
        if (event.key === 'Escape') {
          event.stopPropagation();
          onCancel();
        }
      }}
    >
      <SmallSelect
        label="About"
        choices={SUBJECTS}
        value={subject}
        onChange={(event) => about(event.target.value as Subject)}
      />
      {takesKey(subject) ? (
        <Key
          subject={subject}
          value={key}
          onChoose={(chosen) => {
            setKey(chosen);
            setValue('');
            setComparison('is');
          }}
        />
      ) : null}
      {comparisons.length === 1 ? null : (
        <SmallSelect
          label="Compared"
          choices={comparisons}
          value={comparison}
          onChange={(event) => {
            setComparison(event.target.value as Comparison);
            setValue('');
          }}
        />
      )}
      {needsValue ? (
        <Value subject={subject} comparison={comparison} field={field} value={shown} onChange={setValue} />
      ) : null}
      <Button type="submit" size="small" aria-disabled={!isReady}>
        Add filter
      </Button>
      <Button size="small" kind="quiet" onClick={onCancel}>
        Cancel
      </Button>
    </form>
  );
}

function Key({ subject, value, onChoose }: { subject: Subject; value: string; onChoose: (key: string) => void }) {
  const fields = useQuery(fieldDefinitions).data?.items ?? [];
  const paths = useQuery({ ...metadataPaths, enabled: subject === 'metadata' }).data?.items ?? [];
  return (
    <Combobox
      label={subject === 'field' ? 'Field' : 'Key'}
      prompt={subject === 'field' ? 'which field…' : 'which key…'}
      value={value === '' ? null : value}
      choices={
        subject === 'field'
          ? fields.map(({ key, label }) => ({ value: key, label }))
          : paths.map(({ kind, path }) => ({ value: `${kind}.${path}`, label: `${kind}.${path}` }))
      }
      onChoose={onChoose}
    />
  );
}

function Value({
  subject,
  comparison,
  field,
  value,
  onChange,
}: {
  subject: Subject;
  comparison: Comparison;
  field: { type: string; choices: readonly { value: string; label: string }[] } | undefined;
  value: string;
  onChange: (value: string) => void;
}) {
  const every = useChoices(subject, field);
  if (comparison === 'before' || comparison === 'since') return <Moment value={value} onChange={onChange} />;
  if (every !== undefined) {
    return (
      <SmallSelect
        label="Value"
        choices={[...(every.some((one) => one.value === value) ? [] : [{ value: '', label: 'which…' }]), ...every]}
        value={every.some((one) => one.value === value) ? value : ''}
        onChange={(event) => onChange(event.target.value)}
      />
    );
  }
  return (
    <span className="w-44">
      <TextInput
        label="Value"
        type={comparison === 'at_least' || comparison === 'at_most' ? 'number' : 'text'}
        value={value}
        onType={onChange}
      />
    </span>
  );
}

/** The values there are; undefined where anything may be typed. */
function useChoices(
  subject: Subject,
  field: { type: string; choices: readonly { value: string; label: string }[] } | undefined,
): readonly { value: string; label: string }[] | undefined {
  const allApps = useQuery({ ...apps, enabled: subject === 'app' }).data?.items;
  const allRoles = useQuery({ ...roles, enabled: subject === 'role' || subject === 'permission' }).data?.items;
  if (subject === 'app') return allApps?.map(({ key, name }) => ({ value: key, label: name })) ?? [];
  if (subject === 'role') return allRoles?.map(({ key }) => ({ value: key, label: key })) ?? [];
  if (subject === 'permission') {
    const names = [...new Set(allRoles?.flatMap(({ permissions }) => permissions) ?? [])].sort();
    return names.map((name) => ({ value: name, label: name }));
  }
  if (subject === 'field' && field?.type === 'yes_no') return ['yes', 'no'].map((value) => ({ value, label: value }));
  if (subject === 'field' && field !== undefined && field.choices.length > 0) return field.choices;
  return valuesOf[subject];
}

/** A day, or so many days ago: the one stands still, the other goes along. */
function Moment({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  const [isAgo, setAgo] = useState(value.startsWith('P'));
  const days = /^P(\d+)D$/.exec(value)?.[1] ?? '';
  return (
    <>
      <SmallSelect
        label="Given as"
        choices={[
          { value: 'day', label: 'the day' },
          { value: 'ago', label: 'days ago' },
        ]}
        value={isAgo ? 'ago' : 'day'}
        onChange={(event) => {
          setAgo(event.target.value === 'ago');
          onChange('');
        }}
      />
      <span className="w-36">
        {isAgo ? (
          <TextInput
            label="Days ago"
            type="number"
            value={days}
            onType={(typed) => onChange(/^[1-9]\d{0,4}$/.test(typed) ? `P${typed}D` : '')}
          />
        ) : (
          <TextInput label="Day" type="date" value={value} onType={onChange} />
        )}
      </span>
      {isAgo ? <Note as="span">from now, whenever it is looked at</Note> : null}
    </>
  );
}
