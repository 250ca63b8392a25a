import { useState, type FormEvent, type ReactNode } from 'react';
import { NumberBox, TextBox } from '../../kit/Boxes';
import { Button } from '../../kit/Button';
import { EditableTable } from '../../kit/EditableTable';
import { Checkbox, TextField } from '../../kit/Field';
import { Segments, Switch } from '../../kit/Segments';
import { useHand, useRule } from '../rules/hand';
import { useSetting } from '../rules/Setting';
import { moved, WITH_LIMITS, type FieldRule } from './fieldRule';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';

/** Everything that can be set of one field; its key and type never change. */
export function FieldEditor({ field }: { field: FieldRule }) {
  const hand = useHand();
  const describe = useRule();
  const rule = (key: keyof FieldRule) => describe(['fields', field.key, key]);
  const set = (key: keyof FieldRule) => (value: unknown) => hand.change(['fields', field.key, key], value);
  const text = (
    key: 'label' | 'help' | 'earliest' | 'latest' | 'region',
    change: (typed: string) => string = String,
  ) => (
    <Line label={rule(key).label} help={rule(key).help}>
      <TextBox label={rule(key).label} value={field[key]} onSave={(typed) => set(key)(change(typed))} />
    </Line>
  );
  const choice = (key: 'required' | 'edited_by') => (
    <Line label={rule(key).label}>
      <Segments
        label={rule(key).label}
        value={field[key] as string}
        onChange={set(key)}
        choices={rule(key).values.map((value) => ({ value, label: rule(key).choices[value] ?? value }))}
      />
    </Line>
  );
  const limits = LIMITS[field.type] ?? LIMITS.short_text;
  return (
    <Text as="div" tone="ink" className="mt-2">
      {text('label')}
      {text('help')}
      {choice('required')}
      {choice('edited_by')}
      <Apps field={field} />
      {WITH_LIMITS.includes(field.type)
        ? (['minimum', 'maximum'] as const).map((key, index) => (
            <Line key={key} label={limits?.[index] ?? rule(key).label} help="Empty for no limit.">
              <NumberBox mayBeEmpty label={limits?.[index] ?? rule(key).label} value={field[key]} onSave={set(key)} />
            </Line>
          ))
        : null}
      {field.type === 'date' ? text('earliest') : null}
      {field.type === 'date' ? text('latest') : null}
      {field.type === 'phone' ? text('region', (typed) => typed.toUpperCase()) : null}
      {field.choices.length > 0 ? <ChoiceList field={field} /> : null}
      {field.type === 'picture' ? null : (
        <Line label={rule('searchable').label} help={rule('searchable').help}>
          <Switch label={rule('searchable').label} checked={field.searchable} onChange={set('searchable')} />
        </Line>
      )}
      <Line label={rule('retired').label} help={rule('retired').help}>
        <Switch label={rule('retired').label} checked={field.retired} onChange={set('retired')} />
      </Line>
    </Text>
  );
}

/** What the two limits of a type are called. */
const LIMITS: Partial<Record<FieldRule['type'], readonly [string, string]>> = {
  short_text: ['Minimum length', 'Maximum length'],
  long_text: ['Minimum length', 'Maximum length'],
  number: ['Smallest number', 'Largest number'],
  several_choices: ['Minimum choices', 'Maximum choices'],
};

function Line({ label, help = null, children }: { label: string; help?: string | null; children: ReactNode }) {
  return (
    <Surface edge="top" className="flex min-h-9 flex-wrap items-center justify-between gap-2 py-1">
      <span>
        {label}
        {help === null ? null : (
          <Note as="span" className="block">
            {help}
          </Note>
        )}
      </span>
      {children}
    </Surface>
  );
}

function Apps({ field }: { field: FieldRule }) {
  const [apps = []] = useSetting(['apps']);
  const hand = useHand();
  const { label } = useRule()(['fields', field.key, 'apps']);
  const toggle = (key: string, on: boolean) => {
    const now = field.apps.length === 0 ? apps.map((one) => one.key) : field.apps;
    const next = on ? [...now, key] : now.filter((other) => other !== key);
    // None would mean all: the last one stays.
    if (next.length > 0) hand.change(['fields', field.key, 'apps'], next.length === apps.length ? [] : next);
  };
  return (
    <Surface as="fieldset" edge="top" className="py-1">
      <legend className="float-left py-1.5">{label}</legend>
      <span className="flex flex-wrap justify-end gap-x-4">
        {apps.map((one) => (
          <Checkbox
            key={one.key}
            label={one.look.name}
            checked={field.apps.length === 0 || field.apps.includes(one.key)}
            onChange={(event) => toggle(one.key, event.target.checked)}
          />
        ))}
      </span>
    </Surface>
  );
}

function ChoiceList({ field }: { field: FieldRule }) {
  const hand = useHand();
  const [value, setValue] = useState('');
  const path = ['fields', field.key, 'choices'];
  // What was just refused, by the rule's path.
  const mistakeAt = (start: string) =>
    hand.refusal?.problem?.reasons.find((reason) => reason.field?.startsWith(start) === true)?.message;
  const isTaken = field.choices.some(({ key }) => key === value.trim());
  const add = (event: FormEvent) => {
    event.preventDefault();
    const key = value.trim();
    if (key === '' || isTaken) return;
    hand.change(path, [...field.choices, { key, label: key, retired: false }]);
    setValue('');
  };
  return (
    <Surface edge="top" className="py-2">
      <EditableTable
        label={`Choices of ${field.label}`}
        rows={field.choices}
        rowKey={({ key }) => key}
        rowName={({ label }) => label}
        mistakeOf={({ key }) => mistakeAt(`fields.${field.key}.choices.${key}.`)}
        onMove={(place, by) => hand.change(path, moved(field.choices, place, by))}
        columns={[
          {
            key: 'stored',
            head: 'Stored value',
            width: '30%',
            cell: ({ key }) => (
              <Text as="bdi" face="mono" size="small" className="wrap-anywhere">
                {key}
              </Text>
            ),
          },
          {
            key: 'label',
            head: 'What people read',
            cell: ({ key, label }, described) => (
              <TextBox
                {...described}
                label={`Label of ${key}`}
                width="w-full"
                value={label}
                onSave={(typed) => hand.change([...path, key, 'label'], typed)}
              />
            ),
          },
          {
            key: 'retired',
            head: 'Retired',
            width: '60px',
            cell: ({ key, label, retired }) => (
              <Switch
                label={`${label}: retired`}
                checked={retired}
                onChange={(next) => hand.change([...path, key, 'retired'], next)}
              />
            ),
          },
        ]}
      />
      <form onSubmit={add} noValidate className="mt-2 flex items-start gap-2">
        <span className="min-w-0 flex-1">
          <TextField
            label="New choice"
            value={value}
            onChange={(event) => setValue(event.target.value)}
            error={isTaken ? 'This value is among the choices already.' : undefined}
          />
        </span>
        <span className="pt-6">
          <Button type="submit">Add choice</Button>
        </span>
      </form>
    </Surface>
  );
}
