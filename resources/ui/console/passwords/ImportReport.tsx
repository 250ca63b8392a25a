import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Dialog } from '../../kit/Dialog';
import { Table } from '../../kit/Layout';
import { Count, When } from '../../kit/Text';
import { api, refresh } from '../api';
import { Failure } from '../Failure';
import { WhyDialog } from '../WhyDialog';

type Import = Schemas['Import'];

const states = {
  checking: 'being checked',
  checked: 'checked, not imported yet',
  importing: 'being imported',
  done: 'imported',
  discarded: 'discarded',
  failed: 'failed; what was imported stays',
} as const;

/** One import: how far it is, what its hashes are, which rows are refused and why. */
export function ImportReport({ of }: { of: Import }) {
  const client = useQueryClient();
  const [asking, setAsking] = useState(false);
  const [shown, setShown] = useState<string | null>(null);
  const discard = useMutation({
    mutationFn: () => answer(api.DELETE('/imports/{id}', { params: { path: { id: of.id } } })),
    onSettled: () => refresh(client),
  });
  const isOn = of.state === 'checking' || of.state === 'importing';
  return (
    <section aria-label={`Import ${of.name}`} className="border-t border-line py-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h3 className="font-semibold">{of.name}</h3>
        <span className="text-small text-ink-soft">
          {of.app}, {states[of.state]}, {of.begun_by}, <When at={of.finished_at ?? of.started_at} />
        </span>
        <span className="ml-auto flex items-center gap-2">
          {isOn ? (
            <span role="status" className="flex items-center gap-2 text-small">
              <progress
                value={of.offset}
                max={Math.max(1, of.bytes)}
                aria-label={of.name}
                className="h-2 w-40 accent-petrol"
              />
              <Count value={of.done} /> rows
            </span>
          ) : null}
          {isOn || of.state === 'checked' ? (
            <Button size="small" onClick={() => discard.mutate()}>
              {isOn ? 'Stop' : 'Discard'}
            </Button>
          ) : null}
          {of.state === 'checked' && of.accepted > 0 ? (
            <Button size="small" kind="act" onClick={() => setAsking(true)}>
              Import <Count value={of.accepted} /> accounts…
            </Button>
          ) : null}
        </span>
      </div>
      <Failure error={discard.error} />
      <div className="mt-1 grid grid-cols-2 gap-x-8 text-small max-sm:grid-cols-1">
        <ul aria-label="Hashes">
          {of.kinds.map(({ kind, rows }) => (
            <li key={kind} className="flex justify-between gap-3 border-t border-line py-0.5 first:border-t-0">
              <span className="font-mono">{kind}</span>
              <Count value={rows} />
            </li>
          ))}
        </ul>
        <ul aria-label="Refused">
          {of.codes.map(({ code, message, rows }) => (
            <li key={code} className="flex justify-between gap-3 border-t border-line py-0.5 first:border-t-0">
              <button
                type="button"
                className="min-h-6 text-left text-brick underline underline-offset-2"
                onClick={() => setShown(code)}
              >
                {message}
              </button>
              <Count value={rows} />
            </li>
          ))}
        </ul>
      </div>
      {of.ignored.length === 0 ? null : (
        <p className="mt-1 text-small text-ink-soft">Columns that are not read: {of.ignored.join(', ')}.</p>
      )}
      {asking ? (
        <WhyDialog
          title={`Import ${of.accepted} accounts?`}
          act="Import them"
          begin={(reason) =>
            answer(api.POST('/imports/{id}/begin', { params: { path: { id: of.id } }, body: { reason } }))
          }
          onClose={() => setAsking(false)}
        >
          <p>
            {of.refused === 0 ? 'Every row can be imported.' : `${of.refused} rows are left out.`}{' '}
            {of.proven ? 'The addresses count as proven.' : 'Each holder has to prove the address after signing in.'} No
            message is sent.
          </p>
        </WhyDialog>
      ) : null}
      {shown === null ? null : <RowsDialog of={of} code={shown} onClose={() => setShown(null)} />}
    </section>
  );
}

function RowsDialog({ of, code, onClose }: { of: Import; code: string; onClose: () => void }) {
  const rows = useQuery({
    queryKey: ['import-rows', of.id, code],
    queryFn: () => answer(api.GET('/imports/{id}/rows', { params: { path: { id: of.id }, query: { code } } })),
  });
  return (
    <Dialog open onClose={onClose} title={`Refused rows of ${of.name}`}>
      <Failure error={rows.error} />
      <Table label="Refused rows" head={['Row', 'Address', 'Why']}>
        {rows.data?.items.map((row) => (
          <tr key={`${row.row}${row.code}`}>
            <td>{row.row}</td>
            <td className="min-w-56 font-mono text-small wrap-anywhere">{row.address}</td>
            <td className="text-small">{row.message}</td>
          </tr>
        ))}
      </Table>
    </Dialog>
  );
}
