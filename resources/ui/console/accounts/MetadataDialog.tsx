import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { EditableTable } from '../../kit/EditableTable';
import { TextInput } from '../../kit/Filter';
import { JsonEditor } from '../../kit/JsonEditor';
import { readObject } from '../../kit/readObject';
import { Segments, Switch } from '../../kit/Segments';
import { SmallSelect } from '../../kit/SmallSelect';
import { Note, Text } from '../../kit/Text';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import { AccountActDialog, type Condition } from './AccountActDialog';
import {
  changesBetween,
  documentOf,
  entriesOf,
  mergePatch,
  textOf,
  type Document,
  type Entry,
  type EntryType,
  type Json,
} from './metadata';
import type { MetadataKind } from './MetadataPart';

const TYPES: readonly { value: EntryType; label: string }[] = [
  { value: 'text', label: 'text' },
  { value: 'number', label: 'number' },
  { value: 'yes-no', label: 'yes or no' },
  { value: 'null', label: 'null' },
  { value: 'json', label: 'JSON' },
];

/** One document of metadata, as a table of its keys or as JSON; what would change is listed before it is saved. */
export function MetadataDialog({
  account,
  kind,
  onClose,
}: {
  account: Schemas['Account'];
  kind: MetadataKind;
  onClose: () => void;
}) {
  const toast = useToast();
  // As it was when the dialog opened: what somebody else writes meanwhile is shown, and is not written over.
  const [opened] = useState(() => account.metadata[kind] as Document);
  const [as, setAs] = useState<'table' | 'json'>('table');
  const [entries, setEntries] = useState(() => entriesOf(opened));
  const [json, setJson] = useState('');
  const [mistake, setMistake] = useState<string | undefined>();
  const [isPressed, setPressed] = useState(false);
  const read = as === 'table' ? documentOf(entries) : readJson(json);
  const document = 'document' in read ? read.document : null;
  const show = (next: 'table' | 'json') => {
    if (next === as) return;
    if (document === null) {
      setPressed(true);
      setMistake('mistake' in read ? read.mistake : undefined);
      return;
    }
    setMistake(undefined);
    if (next === 'json') setJson(JSON.stringify(document, null, 2));
    else setEntries(entriesOf(document));
    setAs(next);
  };
  return (
    <AccountActDialog
      account={account}
      title={
        <>
          {kind === 'own' ? 'Own' : 'Internal'} metadata of <bdi>{account.name}</bdi>
        </>
      }
      act="Save metadata"
      asksWhy={false}
      onClose={onClose}
      run={async (params) => {
        setPressed(true);
        if (document === null) {
          setMistake('mistake' in read ? read.mistake : undefined);
          return 'stays';
        }
        try {
          await write(params, kind, opened, document);
        } catch (error) {
          const reason = error instanceof ApiError ? error.problem?.reasons[0] : undefined;
          if (reason === undefined || as === 'table') throw error;
          setMistake(reason.message);
          return 'stays';
        }
        toast(`Metadata of ${account.name} saved.`);
        return undefined;
      }}
    >
      <div className="flex flex-wrap items-center justify-between gap-2">
        <Segments
          label="Edited as"
          value={as}
          onChange={show}
          choices={[
            { value: 'table', label: 'Table' },
            { value: 'json', label: 'JSON' },
          ]}
        />
        <Note>
          {kind === 'own' ? 'The account holder can read and write this.' : 'The account holder does not see this.'}
        </Note>
      </div>
      {as === 'table' ? (
        <Entries
          entries={entries}
          mistakes={isPressed && 'mistakes' in read ? read.mistakes : {}}
          onChange={(next) => {
            setPressed(false);
            setEntries(next);
          }}
        />
      ) : (
        <JsonEditor
          label="The document"
          text={json}
          error={mistake}
          onType={(text) => {
            setJson(text);
            setMistake(undefined);
          }}
        />
      )}
      <Changes before={opened} after={document} />
    </AccountActDialog>
  );
}

function Entries({
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

function Changes({ before, after }: { before: Document; after: Document | null }) {
  const changes = after === null ? [] : changesBetween(before, after);
  return (
    <div role="status">
      <Text as="p" weight="strong">
        What will change
      </Text>
      {after === null ? <Note>It cannot be read yet.</Note> : changes.length === 0 ? <Note>Nothing.</Note> : null}
      <ul>
        {changes.map(({ path, before: was, after: is }) => (
          <li key={path} className="wrap-anywhere">
            <Text face="mono" size="small">
              {path}
            </Text>
            : <bdi>{shown(was)}</bdi> →{' '}
            <strong>
              <bdi>{shown(is)}</bdi>
            </strong>
          </li>
        ))}
      </ul>
    </div>
  );
}

const shown = (value: Json | undefined): string => (value === undefined ? 'not there' : textOf(value) || 'empty');

function readJson(text: string): { document: Document } | { mistake: string } {
  const read = readObject(text);
  return 'object' in read ? { document: read.object as Document } : read;
}

/** Only what was changed here, so that keys somebody else writes meanwhile stay; the whole document where a patch cannot say it. */
function write(params: Condition, kind: MetadataKind, before: Document, after: Document): Promise<unknown> {
  const patch = mergePatch(before, after);
  const to = { params: { ...params, path: { ...params.path, kind } } };
  return patch === undefined
    ? answer(api.PUT('/accounts/{id}/metadata/{kind}', { ...to, body: after }))
    : answer(
        api.PATCH('/accounts/{id}/metadata/{kind}', {
          ...to,
          body: patch,
          headers: { 'Content-Type': 'application/merge-patch+json' },
        }),
      );
}
