import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { JsonEditor } from '../../kit/JsonEditor';
import { Segments } from '../../kit/Segments';
import { Note, Text } from '../../kit/Text';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import { AccountActDialog, type Condition } from './AccountActDialog';
import { Entries } from './Entries';
import {
  changesBetween,
  documentOf,
  entriesOf,
  mergePatch,
  textOf,
  type Document,
  type Json,
  type MetadataKind,
} from './metadata';

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
      void whereItStops(json).then(as === 'json' ? setMistake : () => undefined);
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
          if (as === 'json') setMistake(await whereItStops(json));
          return 'stays';
        }
        let kept: string[] = [];
        try {
          const saved = await write(params, kind, opened, document);
          kept = Object.keys(document).filter((key) => !(key in saved[kind]));
        } catch (error) {
          const reason = error instanceof ApiError ? error.problem?.reasons[0] : undefined;
          if (reason === undefined || as === 'table') throw error;
          setMistake(reason.message);
          return 'stays';
        }
        toast(
          kept.length === 0
            ? `Metadata of ${account.name} saved.`
            : `Metadata of ${account.name} saved. Kept, and shown to nobody until somebody says who is handed it: ${kept.join(', ')}.`,
        );
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
          {kind === 'own'
            ? 'The account holder can write this, and reads what is handed to them.'
            : 'The account holder does not see this, but for what is handed to them.'}
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

function readJson(text: string): { document: Document } | { mistakes: Record<string, string> } {
  try {
    const value = JSON.parse(text) as Json;
    if (typeof value === 'object' && value !== null && !Array.isArray(value)) return { document: value as Document };
  } catch {
    // Where it stops being JSON is said when it is pressed.
  }
  return { mistakes: {} };
}

/** The parser that knows comes when it is asked. */
const whereItStops = async (text: string): Promise<string | undefined> => {
  const { readObject } = await import('../../kit/readObject');
  const read = readObject(text);
  return 'mistake' in read ? read.mistake : undefined;
};

/** Only what was changed here, so that keys somebody else writes meanwhile stay; the whole document where a patch cannot say it. */
function write(params: Condition, kind: MetadataKind, before: Document, after: Document): Promise<Schemas['Metadata']> {
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
