import { useState, type FormEvent } from 'react';
import { Button } from '../../kit/Button';
import { Select, TextField } from '../../kit/Field';
import { Count, InlineLink } from '../../kit/Text';
import { Segments, Switch } from '../../kit/Segments';
import { read } from '../rules/document';
import { Line, Setting, useFieldUse } from '../rules/Setting';
import type { DraftInHand } from '../rules/useDraft';
import { Typed } from './RulesTab';

export interface FieldRule {
  key: string;
  label: string;
  help: string;
  type: string;
  required: string;
  edited_by: string;
  apps: string[];
  minimum: number | null;
  maximum: number | null;
  earliest: string;
  latest: string;
  region: string;
  choices: { key: string; label: string; retired: boolean }[];
  retired: boolean;
}

const TYPES = [
  ['short_text', 'short text'],
  ['long_text', 'long text'],
  ['number', 'number'],
  ['date', 'date'],
  ['yes_no', 'yes or no'],
  ['one_choice', 'one choice'],
  ['several_choices', 'several choices'],
  ['phone', 'phone number'],
  ['url', 'web address'],
  ['country', 'country'],
  ['picture', 'picture'],
] as const;

const REQUIRED = [
  { value: 'never', label: 'never' },
  { value: 'at_signup', label: 'at sign-up' },
  { value: 'before_first_use', label: 'before first use' },
] as const;

const WITH_LIMITS = ['short_text', 'long_text', 'number', 'several_choices'];

/** What accounts hold beyond name and address: defined, ordered, retired; with what is stored of each. */
export function FieldsTab({ hand, app }: { hand: DraftInHand; app: string }) {
  const fields = read<FieldRule[]>(hand.document, ['fields']);
  const use = useFieldUse().data?.items ?? [];
  const [open, setOpen] = useState<string | null>(null);
  const move = (key: string, by: number) => {
    const from = fields.findIndex((field) => field.key === key);
    const next = fields.filter((field) => field.key !== key);
    const moved = fields[from];
    if (moved !== undefined) hand.change(['fields'], next.toSpliced(from + by, 0, moved));
  };
  return (
    <>
      {fields.map((field, index) => {
        const held = use.find(({ key }) => key === field.key);
        const isHere = field.apps.length === 0 || field.apps.includes(app);
        return (
          <Setting
            key={field.key}
            name={field.label}
            path={`fields.${field.key}`}
            hand={hand}
            touches={(count) => count.field === `fields.${field.key}`}
            control={
              <span className="flex items-center gap-1">
                <Button
                  size="small"
                  aria-label={`${field.label}: earlier`}
                  disabled={index === 0}
                  onClick={() => move(field.key, -1)}
                >
                  ↑
                </Button>
                <Button
                  size="small"
                  aria-label={`${field.label}: later`}
                  disabled={index === fields.length - 1}
                  onClick={() => move(field.key, 1)}
                >
                  ↓
                </Button>
                <Button
                  size="small"
                  aria-expanded={open === field.key}
                  onClick={() => setOpen(open === field.key ? null : field.key)}
                >
                  {open === field.key ? 'Close' : 'Change'}
                </Button>
              </span>
            }
          >
            <span className="font-mono">{field.key}</span> · {TYPES.find(([type]) => type === field.type)?.[1]} ·{' '}
            {field.retired
              ? 'retired'
              : field.required === 'never'
                ? 'not required'
                : `required ${REQUIRED.find(({ value }) => value === field.required)?.label ?? ''}`}
            {isHere ? '' : ' · not on this app'} · <Count value={held?.held ?? 0} /> accounts hold one
            {held?.misfits.map((misfit) => (
              <Line
                key={misfit.value}
                tone="caution"
                aside={
                  <InlineLink to={`/accounts?field=${field.key}&value=${encodeURIComponent(unquoted(misfit.value))}`}>
                    See them
                  </InlineLink>
                }
              >
                <Count value={misfit.accounts} /> hold <span className="font-mono whitespace-pre">{misfit.value}</span>:{' '}
                {misfit.message}
              </Line>
            ))}
            {open === field.key ? <Editor hand={hand} field={field} /> : null}
          </Setting>
        );
      })}
      {fields.some(({ type }) => type === 'picture') ? (
        <Setting
          name="Pictures"
          path="pictures.visibility"
          hand={hand}
          control={
            <Segments
              label="Pictures"
              value={read<string>(hand.document, ['pictures', 'visibility'])}
              onChange={(value) => hand.change(['pictures', 'visibility'], value)}
              choices={[
                { value: 'private', label: 'private' },
                { value: 'public', label: 'public' },
              ]}
            />
          }
        >
          {read<string>(hand.document, ['pictures', 'visibility']) === 'public'
            ? 'Anyone with a picture’s address sees it, until it is deleted.'
            : 'Seen only under a signed address that expires after minutes.'}
        </Setting>
      ) : null}
      <NewField hand={hand} taken={fields.map(({ key }) => key)} />
    </>
  );
}

const unquoted = (value: string): string => (value.startsWith('"') ? (JSON.parse(value) as string) : value);

function Editor({ hand, field }: { hand: DraftInHand; field: FieldRule }) {
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
              value={field.minimum === null ? '' : String(field.minimum)}
              onSave={(value) => set('minimum')(number(value))}
            />
            <Typed
              label="Most"
              type="number"
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

function NewField({ hand, taken }: { hand: DraftInHand; taken: string[] }) {
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
