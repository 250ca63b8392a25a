import { useState } from 'react';
import { Button } from '../../kit/Button';
import { EditableTable } from '../../kit/EditableTable';
import { TextInput } from '../../kit/Filter';
import { Switch } from '../../kit/Segments';
import { SmallSelect } from '../../kit/SmallSelect';
import { Text } from '../../kit/Text';
import type { Entry, EntryType } from './metadata';

const TYPES: readonly { value: EntryType; label: string }[] = [
  { value: 'text', label: 'text' },
  { value: 'number', label: 'number' },
  { value: 'yes-no', label: 'yes or no' },
  { value: 'null', label: 'null' },
  { value: 'json', label: 'JSON' },
];

/** The keys of a document of metadata, each with its type and value. */
export function Entries({
  entries,
  mistakes,
  onChange,
}: {
  entries: readonly Entry[];
  mistakes: Record<string, string>;
  onChange: (entries: Entry[]) => void;
}) {
  const [added, setAdded] = useState<string | null>(null);
  const add = () => {
    const id = crypto.randomUUID();
    setAdded(id);
    onChange([...entries, { id, key: '', type: 'text', text: '' }]);
  };
  const change = (id: string, to: Partial<Entry>) =>
    onChange(entries.map((each) => (each.id === id ? { ...each, ...to } : each)));
  return (
    <div className="space-y-2">
      {entries.length === 0 ? null : (
        <EditableTable
          label="Keys"
          rows={entries}
          rowKey={({ id }) => id}
          rowName={({ key }) => (key === '' ? 'the key without a name' : key)}
          mistakeOf={({ id }) => mistakes[id]}
          onRemove={(place) => onChange(entries.filter((_, index) => index !== place))}
          columns={[
            {
              key: 'key',
              head: 'Key',
              width: '34%',
              cell: ({ id, key }, described) => (
                <TextInput
                  {...described}
                  label="Key"
                  takesFocus={id === added}
                  value={key}
                  onType={(typed) => change(id, { key: typed })}
                />
              ),
            },
            {
              key: 'type',
              head: 'Type',
              width: '96px',
              cell: ({ id, key, type, text }) => (
                <SmallSelect
                  label={`Type of ${key}`}
                  choices={TYPES}
                  value={type}
                  onChange={(event) => change(id, retyped(event.target.value as EntryType, text))}
                />
              ),
            },
            {
              key: 'value',
              head: 'Value',
              cell: ({ id, key, type, text }, described) =>
                type === 'null' ? (
                  <Text tone="soft">null</Text>
                ) : type === 'yes-no' ? (
                  <Switch
                    label={`Value of ${key}`}
                    checked={text === 'yes'}
                    onChange={(on) => change(id, { text: on ? 'yes' : 'no' })}
                  />
                ) : (
                  <TextInput
                    {...described}
                    label={`Value of ${key}`}
                    value={text}
                    onType={(typed) => change(id, { text: typed })}
                  />
                ),
            },
          ]}
        />
      )}
      <Button onClick={add}>Add key</Button>
    </div>
  );
}

/** What was typed stays, where the new type can mean it. */
function retyped(type: EntryType, text: string): Pick<Entry, 'type' | 'text'> {
  return { type, text: type === 'yes-no' ? (text === 'yes' || text === 'true' ? 'yes' : 'no') : text };
}
