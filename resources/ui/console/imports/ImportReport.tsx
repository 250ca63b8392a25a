import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type ItemOf, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { DataTable, type Column } from '../../kit/DataTable';
import { Dialog } from '../../kit/Dialog';
import { Failure } from '../../kit/Failure';
import { InlineLink, LinkButton, PlainLink } from '../../kit/Link';
import { Progress } from '../../kit/Progress';
import { QueryState } from '../../kit/QueryState';
import { counted, grouped } from '../../text/figures';
import { Stepper, type Step } from '../../kit/Stepper';
import { Surface } from '../../kit/Surface';
import { Address, Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { api, refresh, useMay } from '../api';

type Import = Schemas['Import'];
type ImportRow = ItemOf<'/imports/{id}/rows'>;

const states = {
  received: 'waits for its plan',
  checking: 'being checked',
  checked: 'checked, not imported yet',
  importing: 'being imported',
  done: 'imported',
  discarded: 'discarded',
  failed: 'failed; what was imported stays',
} as const;

/** @returns how its steps stand; null of one that was discarded, since it is not kept at which */
function steps({ state, total }: Import): readonly Step['stands'][] | null {
  return {
    received: ['now', 'next', 'next'] as const,
    checking: ['now', 'next', 'next'] as const,
    checked: ['done', 'now', 'next'] as const,
    importing: ['done', 'done', 'now'] as const,
    done: ['done', 'done', 'done'] as const,
    discarded: null,
    // Until it has been checked nobody knows how many rows there are.
    failed: total === null ? (['failed', 'next', 'next'] as const) : (['done', 'done', 'failed'] as const),
  }[state];
}

/** One import: how far it is, what its hashes are, which rows are refused and why. */
export function ImportReport({ of, isListed = false }: { of: Import; isListed?: boolean }) {
  const client = useQueryClient();
  const may = useMay();
  const [asking, setAsking] = useState<'import' | 'discard' | null>(null);
  const [shown, setShown] = useState<string | null>(null);
  const discard = useMutation({
    mutationFn: () => answer(api.DELETE('/imports/{id}', { params: { path: { id: of.id } } })),
    onSettled: () => refresh(client),
  });
  const stands = steps(of);
  const isOn = of.state === 'checking' || of.state === 'importing';
  return (
    <Surface as="section" edge="top" aria-label={`Report of ${of.name}`} className="py-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <Text as="h2" weight="strong" className="wrap-anywhere">
          {isListed ? (
            <InlineLink to={`/accounts/import/${of.id}`}>
              <bdi>{of.name}</bdi>
            </InlineLink>
          ) : (
            <bdi>{of.name}</bdi>
          )}
        </Text>
        <Note as="span">
          {of.app}, {states[of.state]}, <bdi>{of.begun_by}</bdi>, <When at={of.finished_at ?? of.started_at} />
        </Note>
        <span className="ml-auto flex items-center gap-2">
          {isOn ? (
            <Progress label={of.name} value={of.offset} max={of.bytes}>
              {of.done === 0 && of.unpacked > 0
                ? `${counted(of.unpacked, 'row', 'rows')} unpacked`
                : counted(of.done, 'row', 'rows')}
            </Progress>
          ) : null}
          {may('kennel:accounts.manage') && (isOn || of.state === 'checked' || of.state === 'received') ? (
            <Button size="small" onClick={() => setAsking('discard')}>
              {isOn ? 'Cancel import…' : 'Discard import…'}
            </Button>
          ) : null}
          {may('kennel:accounts.manage') && of.state === 'checked' && of.accepted + of.updated > 0 ? (
            <Button size="small" kind="act" onClick={() => setAsking('import')}>
              Import {whatIsDone(of)}…
            </Button>
          ) : null}
        </span>
      </div>
      {stands === null ? null : (
        <div className="py-1">
          <Stepper
            label={`Steps of ${of.name}`}
            steps={['Checked', 'Confirmed', 'Imported'].map((name, index) => ({
              name,
              stands: stands[index] ?? 'next',
            }))}
          />
        </div>
      )}
      <Failure error={discard.error} />
      <Text as="div" size="small" className="mt-1 grid grid-cols-2 gap-x-8 max-sm:grid-cols-1">
        <ul aria-label="Hashes">
          {of.kinds.map(({ kind, rows }) => (
            <Surface as="li" edge="top" key={kind} className="flex justify-between gap-3 py-0.5">
              <Text face="mono">{kind}</Text>
              {grouped(rows)}
            </Surface>
          ))}
        </ul>
        <ul aria-label="What else becomes of rows">
          {of.codes.map(({ code, message, rows }) => (
            <Surface as="li" edge="top" key={code} className="flex justify-between gap-3 py-0.5">
              <LinkButton kind={ELSE.includes(code) ? 'act' : 'stop'} onClick={() => setShown(code)}>
                {message}
              </LinkButton>{' '}
              {grouped(rows)}
            </Surface>
          ))}
        </ul>
      </Text>
      {of.ignored.length === 0 ? null : (
        <Note className="mt-1">Columns that are not read: {of.ignored.join(', ')}.</Note>
      )}
      {of.codes.length === 0 ? null : (
        <Text as="p" size="small">
          <PlainLink href={`/api/v1/imports/${of.id}/report?surface=console`} download>
            Save the report of these rows
          </PlainLink>
        </Text>
      )}
      {asking === 'import' ? (
        <ActDialog
          title={`Import ${whatIsDone(of)}?`}
          act="Import accounts"
          run={(reason) =>
            answer(api.POST('/imports/{id}/begin', { params: { path: { id: of.id } }, body: { reason } })).then(() =>
              refresh(client),
            )
          }
          onClose={() => setAsking(null)}
        >
          <p>
            {of.refused + of.left === 0
              ? 'Every row can be imported.'
              : `${counted(of.refused + of.left, 'row is', 'rows are')} left out.`}{' '}
            {of.updated === 0
              ? ''
              : `${counted(of.updated, 'account that is there is', 'accounts that are there are')} changed. `}
            {of.proven
              ? 'The addresses count as verified.'
              : 'Each account holder has to verify the address after signing in.'}{' '}
            No message is sent.
          </p>
        </ActDialog>
      ) : null}
      {asking === 'discard' ? (
        <ActDialog
          title={isOn ? 'Cancel the import?' : 'Discard the import?'}
          act={isOn ? 'Cancel import' : 'Discard import'}
          kind="stop"
          asksWhy={false}
          run={() => discard.mutateAsync()}
          onClose={() => setAsking(null)}
        >
          <p>
            {of.state === 'importing'
              ? `What was imported so far stays: ${counted(of.accepted, 'account', 'accounts')}. The rest of the file is not imported.`
              : 'No account was imported. The file and its report are deleted.'}
          </p>
        </ActDialog>
      ) : null}
      {shown === null ? null : <RowsDialog of={of} code={shown} onClose={() => setShown(null)} />}
    </Surface>
  );
}

/** Codes that refuse nothing. */
const ELSE = ['import.updated', 'import.left', 'import.unchanged'];

/** "12 accounts", and what of them is there already. */
const whatIsDone = ({ accepted, updated }: Import): string =>
  [
    ...(accepted > 0 || updated === 0 ? [counted(accepted, 'account', 'accounts')] : []),
    ...(updated > 0 ? [`${grouped(updated)} changed`] : []),
  ].join(', ');

const COLUMNS: readonly Column<ImportRow>[] = [
  { key: 'row', head: 'Row', width: '56px', fold: 'first-end', isFigure: true, cell: ({ row }) => grouped(row) },
  {
    key: 'address',
    head: 'Address',
    width: 'minmax(0, 1fr)',
    fold: 'first',
    cell: ({ address }) => <Address>{address}</Address>,
  },
  { key: 'why', head: 'Why', width: 'minmax(0, 1.2fr)', fold: 'line', cell: ({ message }) => message },
];

function RowsDialog({ of, code, onClose }: { of: Import; code: string; onClose: () => void }) {
  const rows = useQuery({
    queryKey: ['import-rows', of.id, code],
    queryFn: ({ signal }) =>
      answer(api.GET('/imports/{id}/rows', { params: { path: { id: of.id }, query: { code } }, signal })),
  });
  const items = rows.data?.items ?? [];
  return (
    <Dialog
      open
      onClose={onClose}
      title={
        <>
          Rows of <bdi>{of.name}</bdi>
        </>
      }
    >
      <QueryState of={rows} what="the rows">
        <DataTable
          label="Rows of the report"
          columns={COLUMNS}
          rows={items}
          rowKey={({ row, code: reason }) => `${row}${reason}`}
        />
      </QueryState>
    </Dialog>
  );
}
