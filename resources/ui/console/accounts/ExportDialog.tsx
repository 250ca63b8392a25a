import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Combobox } from '../../kit/Combobox';
import { Dialog } from '../../kit/Dialog';
import { EditableTable } from '../../kit/EditableTable';
import { Failure } from '../../kit/Failure';
import { LinkButton, PlainLink } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { Progress } from '../../kit/Progress';
import { Segments } from '../../kit/Segments';
import { Note } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { grouped } from '../../text/figures';
import { api, useMay } from '../api';
import { fieldDefinitions } from '../queries';
import type { Listed } from './Views';

type Export = Schemas['Export'];

/** What a file can have of an account, in the order in which it is offered. Secrets are no columns. */
const COLUMNS: readonly { value: string; label: string }[] = [
  { value: 'id', label: 'Id' },
  { value: 'name', label: 'Name' },
  { value: 'address', label: 'Address' },
  { value: 'status', label: 'Status' },
  { value: 'status_reason', label: 'Reason of the status' },
  { value: 'verified', label: 'Address verified' },
  { value: 'app', label: 'App' },
  { value: 'origin', label: 'Origin' },
  { value: 'roles', label: 'Roles' },
  { value: 'terms', label: 'Terms accepted' },
  { value: 'created', label: 'Created' },
  { value: 'changed', label: 'Changed' },
  { value: 'seen', label: 'Seen' },
  { value: 'language', label: 'Language' },
  { value: 'must_change', label: 'Must choose a new password' },
  { value: 'hash_kind', label: 'Password stored as' },
  { value: 'own', label: 'Own metadata' },
  { value: 'internal', label: 'Internal metadata' },
];

/** For moving to another installation. */
const HASH = { value: 'password_hash', label: 'Hash of the password' };

/** The columns of the list, as a file calls them. */
function begins(columns: readonly string[]): string[] {
  return ['name', ...columns.map((column) => ({ standing: 'status', hash: 'hash_kind' })[column] ?? column)];
}

/** Takes the list out as a file: which columns, in which form; how far it is; and the file, for a day. */
export function ExportDialog({
  listed,
  ids,
  onClose,
}: {
  listed: Listed;
  /** Those that were selected; without, all of the list. */
  ids?: readonly string[];
  onClose: () => void;
}) {
  const fields = useQuery(fieldDefinitions).data?.items ?? [];
  const [format, setFormat] = useState<'csv' | 'xlsx' | 'jsonl'>('csv');
  const [columns, setColumns] = useState(() => begins(listed.columns));
  const [begun, setBegun] = useState<Export | null>(null);
  const [error, setError] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    setError(null);
    const { search, where, sort } = listed;
    setBegun(
      await answer(
        api.POST('/exports', {
          body: { format, columns, ...(ids === undefined ? { search, where, sort } : { ids: [...ids] }) },
        }),
      ),
    );
  }, setError);
  const mayHaveHashes = useMay()('kennel:accounts.export_hashes') && format === 'jsonl';
  const all = [
    ...COLUMNS,
    ...(mayHaveHashes ? [HASH] : []),
    ...fields.map(({ key, label }) => ({ value: `field:${key}`, label })),
  ];
  const nameOf = (column: string) => all.find(({ value }) => value === column)?.label ?? column;
  const left = all.filter(({ value }) => !columns.includes(value));
  return (
    <Dialog
      open
      onClose={onClose}
      title={ids === undefined ? 'Take accounts out as a file' : `Take ${grouped(ids.length)} selected out as a file`}
    >
      {begun === null ? (
        <form noValidate className="space-y-3" onSubmit={submit}>
          <Segments
            label="Form"
            value={format}
            onChange={(next) => {
              setFormat(next);
              if (next !== 'jsonl') setColumns(columns.filter((column) => column !== HASH.value));
            }}
            choices={[
              { value: 'csv', label: 'CSV' },
              { value: 'xlsx', label: 'XLSX' },
              { value: 'jsonl', label: 'JSON Lines' },
            ]}
          />
          <Note>
            {
              {
                csv: 'For spreadsheets. A text that one would take for a formula has an apostrophe before it, and the last column says so.',
                xlsx: 'A workbook of one sheet. Every text is a text: no program takes one for a formula.',
                jsonl:
                  'For programs, and for moving: one JSON object a line, each value as it is stored. With every column it can be imported again.',
              }[format]
            }
          </Note>
          <EditableTable
            label="Columns of the file"
            rows={columns}
            rowKey={(column) => column}
            rowName={nameOf}
            onRemove={(place) => setColumns(columns.filter((_, index) => index !== place))}
            columns={[{ key: 'column', head: 'Column', cell: (column) => <bdi>{nameOf(column)}</bdi> }]}
          />
          {left.length === 0 ? null : (
            <Combobox
              label="Add a column"
              prompt="+ column"
              choices={left}
              onChoose={(column) => setColumns([...columns, column])}
            />
          )}
          {left.length === 0 ? null : (
            <LinkButton onClick={() => setColumns([...columns, ...left.map(({ value }) => value)])}>
              Add every column there is
            </LinkButton>
          )}
          <Failure error={error} />
          <div className="flex justify-end gap-2">
            <Button onClick={onClose}>Cancel</Button>
            <Button type="submit" kind="act" aria-disabled={busy} aria-busy={busy}>
              Write file
            </Button>
          </div>
        </form>
      ) : (
        <Written begun={begun} onClose={onClose} />
      )}
    </Dialog>
  );
}

function Written({ begun, onClose }: { begun: Export; onClose: () => void }) {
  const path = { params: { path: { id: begun.id } } };
  const { data = begun, error } = useQuery({
    queryKey: ['export', begun.id],
    queryFn: ({ signal }) => answer(api.GET('/exports/{id}', { ...path, signal })),
    initialData: begun,
    refetchInterval: ({ state }) => (state.data?.state === 'running' ? 700 : false),
  });
  const discard = useMutation({
    mutationFn: () => answer(api.DELETE('/exports/{id}', path)),
    onSuccess: onClose,
  });
  return (
    <div className="space-y-3">
      {data.state === 'running' ? (
        <Progress label="Writing" value={data.done} max={data.total ?? data.done * 2}>
          {grouped(data.done)} of {data.total === null ? 'many' : grouped(data.total)} written. It goes on without you.
        </Progress>
      ) : data.state === 'done' ? (
        <Notice tone="good" role="status">
          <p>
            <PlainLink href={`/api/v1/exports/${data.id}/file?surface=console`} download>
              Save the file
            </PlainLink>
            : {grouped(data.done)} {data.done === 1 ? 'account' : 'accounts'}, {grouped(Math.ceil(data.bytes / 1000))}{' '}
            kB. It is kept for a day.
          </p>
        </Notice>
      ) : (
        <Notice tone="stop" role="alert">
          It broke off. Nothing is kept of it.
        </Notice>
      )}
      {data.left_out.length === 0 ? null : (
        <Note>
          Not handed to you, and so not in it: <bdi>{data.left_out.join(', ')}</bdi>.
        </Note>
      )}
      <Failure error={error ?? discard.error} />
      <div className="flex justify-end gap-2">
        <Button aria-disabled={discard.isPending} onClick={() => (discard.isPending ? undefined : discard.mutate())}>
          {data.state === 'running' ? 'Stop and delete' : 'Delete the file'}
        </Button>
        <Button kind="act" onClick={onClose}>
          Close
        </Button>
      </div>
    </div>
  );
}
