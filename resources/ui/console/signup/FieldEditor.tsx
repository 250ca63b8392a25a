import { useState, type FormEvent } from 'react';
import { Button } from '../../kit/Button';
import { Segments, Switch } from '../../kit/Segments';
import { read } from '../rules/document';
import type { DraftInHand } from '../rules/useDraft';
import { REQUIRED, WITH_LIMITS, type FieldRule } from './fieldRule';
import { Typed } from '../rules/Typed';

/** Everything that can be set of one field; its key and type never change. */
export function FieldEditor({ hand, field }: { hand: DraftInHand; field: FieldRule }) {
  const set = (key: keyof FieldRule) => (value: unknown) => hand.change(['fields', field.key, key], value);
  const apps = read<{ key: string; look: { name: string } }[]>(hand.document, ['apps']);
  const number = (value: string): number | null => (value === '' ? null : Number(value));
  const row = 'flex min-h-9 flex-wrap items-center justify-between gap-2 border-t border-line py-1';
  return (
    <div className="mt-2 text-ink">
      <div className={row}>
        Label <Typed label="Label" type="text" value={field.label} onSave={set('label')} />
      </div>
      <div className={row}>
        Help <Typed label="Help" type="text" value={field.help} onSave={set('help')} />
      </div>
      <div className={row}>
        Required
        <Segments label="Required" value={field.required} onChange={set('required')} choices={REQUIRED} />
      </div>
      <div className={row}>
        Who may change it
        <Segments
          label="Who may change it"
          value={field.edited_by}
          onChange={set('edited_by')}
          choices={[
            { value: 'holder', label: 'the holder' },
            { value: 'operator', label: 'operators only' },
          ]}
        />
      </div>
      <fieldset className={row}>
        <legend className="float-left">Asked by</legend>
        <span className="flex flex-wrap gap-3">
          {apps.map((one) => (
            <label key={one.key} className="flex items-center gap-1.5">
              <input
                type="checkbox"
                className="size-4 accent-petrol"
                checked={field.apps.length === 0 || field.apps.includes(one.key)}
                onChange={(event) => {
                  const now = field.apps.length === 0 ? apps.map(({ key }) => key) : field.apps;
                  const next = event.target.checked ? [...now, one.key] : now.filter((key) => key !== one.key);
                  if (next.length > 0) set('apps')(next.length === apps.length ? [] : next);
                }}
              />
              {one.look.name}
            </label>
          ))}
        </span>
      </fieldset>
      {WITH_LIMITS.includes(field.type) ? (
        <div className={row}>
          {field.type === 'number'
            ? 'From, to'
            : field.type === 'several_choices'
              ? 'Fewest, most'
              : 'Shortest, longest'}
          <span className="flex gap-2">
            <Typed
              label="Least"
              type="number"
              mayBeEmpty
              value={field.minimum === null ? '' : String(field.minimum)}
              onSave={(value) => set('minimum')(number(value))}
            />
            <Typed
              label="Most"
              type="number"
              mayBeEmpty
              value={field.maximum === null ? '' : String(field.maximum)}
              onSave={(value) => set('maximum')(number(value))}
            />
          </span>
        </div>
      ) : null}
      {field.type === 'date' ? (
        <div className={row}>
          Earliest, latest (a date, or “today”)
          <span className="flex gap-2 [&>input]:w-28">
            <Typed label="Earliest" type="text" value={field.earliest} onSave={set('earliest')} />
            <Typed label="Latest" type="text" value={field.latest} onSave={set('latest')} />
          </span>
        </div>
      ) : null}
      {field.type === 'phone' ? (
        <div className={row}>
          Country of a number without “+”
          <Typed
            label="Country of a number without plus"
            type="text"
            value={field.region}
            onSave={(value) => set('region')(value.toUpperCase())}
          />
        </div>
      ) : null}
      {field.choices.length > 0 ? <ChoiceList field={field} hand={hand} /> : null}
      <div className={row}>
        Retired: asked of nobody, what is stored stays
        <Switch label="Retired" checked={field.retired} onChange={set('retired')} />
      </div>
    </div>
  );
}

function ChoiceList({ field, hand }: { field: FieldRule; hand: DraftInHand }) {
  const [value, setValue] = useState('');
  const path = ['fields', field.key, 'choices'];
  const move = (index: number) => {
    const moved = field.choices[index];
    if (moved !== undefined) hand.change(path, field.choices.toSpliced(index, 1).toSpliced(index - 1, 0, moved));
  };
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (value.trim() !== '')
      hand.change(path, [...field.choices, { key: value.trim(), label: value.trim(), retired: false }]);
    setValue('');
  };
  return (
    <div className="border-t border-line py-2">
      <p className="mb-1">Choices: what is stored, what people read</p>
      <ul className="space-y-1">
        {field.choices.map((choice, index) => (
          <li key={choice.key} className="flex items-center gap-2">
            <span className="w-28 truncate font-mono text-small" title={choice.key}>
              {choice.key}
            </span>
            <span className="min-w-0 flex-1 [&>input]:w-full">
              <Typed
                label={`Label of ${choice.key}`}
                type="text"
                value={choice.label}
                onSave={(label) => hand.change([...path, choice.key, 'label'], label)}
              />
            </span>
            <Button
              size="small"
              aria-label={`${choice.label}: earlier`}
              disabled={index === 0}
              onClick={() => move(index)}
            >
              ↑
            </Button>
            <label className="flex items-center gap-1 text-small">
              <input
                type="checkbox"
                className="size-4 accent-petrol"
                checked={choice.retired}
                onChange={(event) => hand.change([...path, choice.key, 'retired'], event.target.checked)}
              />
              retired
            </label>
          </li>
        ))}
      </ul>
      <form onSubmit={add} className="mt-2 flex gap-2">
        <input
          aria-label="A new choice"
          value={value}
          onChange={(event) => setValue(event.target.value)}
          className="h-7 min-w-0 flex-1 rounded-control border border-line-strong bg-sheet px-2"
        />
        <Button size="small" type="submit">
          Add choice
        </Button>
      </form>
    </div>
  );
}
