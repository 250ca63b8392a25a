import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { FieldBox, type Field } from '../../kit/FieldBox';
import { Dialog } from '../../kit/Dialog';
import { Row } from '../../kit/Layout';
import { When } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { Acts, useAct, Why } from './act';

type Account = Schemas['Account'];

/** One thing the account owes, what settles it, and letting it off. */
export function Owed({ account, owed }: { account: Account; owed: Schemas['Owed'] }) {
  const [asking, setAsking] = useState(false);
  return (
    <div className="mt-1">
      <p>{owed.message}</p>
      <p className="text-small text-ink-soft">
        {owed.settled_by}{' '}
        {owed.is_waivable ? (
          <button
            type="button"
            onClick={() => setAsking(true)}
            aria-label={`Waive: ${owed.message}`}
            className="min-h-6 text-petrol underline underline-offset-2"
          >
            Waive…
          </button>
        ) : null}
      </p>
      {asking ? <WaiveDialog account={account} owed={owed} onClose={() => setAsking(false)} /> : null}
    </div>
  );
}

function WaiveDialog({ account, owed, onClose }: { account: Account; owed: Schemas['Owed']; onClose: () => void }) {
  const [reason, setReason] = useState('');
  const act = useAct(account, onClose, (params) =>
    answer(api.POST('/accounts/{id}/waive', { params, body: { subject: owed.subject, reason } })),
  );
  return (
    <Dialog open onClose={onClose} title={`Let ${account.name} off this?`}>
      <form onSubmit={act.submit} className="space-y-3">
        <p>{owed.message}</p>
        <p className="text-ink-soft">
          It counts as settled for this account, and for this very thing: whatever the rules ask for later is owed
          again.
        </p>
        <Failure error={act.failure} />
        <Why value={reason} onChange={setReason} error={act.reasonError} />
        <Acts onClose={onClose} act="Waive" busy={act.busy} />
      </form>
    </Dialog>
  );
}

export function Waivers({ account }: { account: Account }) {
  return account.waivers.length === 0 ? null : (
    <Row label="Waived">
      {account.waivers.map((waiver) => (
        <div key={waiver.subject}>
          <span className="font-mono text-small">{waiver.subject}</span>{' '}
          <span className="text-ink-soft">
            by {waiver.waived_by}, <When at={waiver.waived_at} />: {waiver.why}
          </span>
        </div>
      ))}
    </Row>
  );
}

/** What the fields hold, what does not fit pointed out, and mending it. */
export function Fields({ account }: { account: Account }) {
  const [mending, setMending] = useState(false);
  const app = useQuery({
    queryKey: ['app', account.app],
    queryFn: () => answer(api.GET('/apps/{key}', { params: { path: { key: account.app ?? '' } } })),
    enabled: account.app !== null,
  });
  const asked = app.data?.fields.filter(({ type }) => type !== 'picture') ?? [];
  return (
    <Row label="Fields">
      {account.fields.length === 0 ? <span className="text-ink-soft">none filled in</span> : null}
      {account.fields.map((field) => (
        <div key={field.key}>
          <span className="text-ink-soft">{field.label}:</span>{' '}
          {field.picture === null ? (
            <bdi>{field.shown}</bdi>
          ) : (
            <img src={field.picture} alt={field.label} className="inline size-10 rounded-full" />
          )}
          {field.misfit === null ? null : <span className="block text-small text-amber">! {field.misfit}</span>}
        </div>
      ))}
      {asked.length === 0 ? null : (
        <button
          type="button"
          onClick={() => setMending(true)}
          className="min-h-6 text-petrol underline underline-offset-2"
        >
          Mend…
        </button>
      )}
      {mending ? <MendDialog account={account} asked={asked} onClose={() => setMending(false)} /> : null}
    </Row>
  );
}

function MendDialog({ account, asked, onClose }: { account: Account; asked: Field[]; onClose: () => void }) {
  const [changed, setChanged] = useState<Record<string, unknown>>({});
  const [reason, setReason] = useState('');
  const act = useAct(account, onClose, (params) =>
    answer(api.PATCH('/accounts/{id}/fields', { params, body: { fields: changed, reason } })),
  );
  return (
    <Dialog open onClose={onClose} title={`Fields of ${account.name}`}>
      <form onSubmit={act.submit} className="space-y-1">
        {asked.map((field) => {
          const held = account.fields.find(({ key }) => key === field.key);
          return (
            <FieldBox
              key={field.key}
              large={false}
              field={field.required === 'never' ? field : { ...field, help: `${field.help} The app asks for it.` }}
              value={field.key in changed ? changed[field.key] : held?.value}
              error={
                act.errorOf(`fields.${field.key}`) ?? (field.key in changed ? undefined : (held?.misfit ?? undefined))
              }
              onChange={(value) => setChanged({ ...changed, [field.key]: value })}
            />
          );
        })}
        <Failure error={act.failure} />
        <Why value={reason} onChange={setReason} error={act.reasonError} />
        <Acts onClose={onClose} act="Save" busy={act.busy} />
      </form>
    </Dialog>
  );
}
