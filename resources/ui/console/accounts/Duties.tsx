import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { FieldBox, type Field } from '../../kit/FieldBox';
import { Row } from '../../kit/Layout';
import { LinkButton } from '../../kit/Link';
import { Picture } from '../../kit/Picture';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useToast } from '../../kit/Toast';
import { api, useMay } from '../api';
import { AccountActDialog } from './AccountActDialog';

type Account = Schemas['Account'];

/** One thing the account owes, what settles it, and waiving it. */
export function Owed({ account, owed }: { account: Account; owed: Schemas['Owed'] }) {
  const [asking, setAsking] = useState(false);
  const may = useMay();
  return (
    <div className="mt-1">
      <p>{owed.message}</p>
      <Note>
        {owed.settled_by}{' '}
        {owed.is_waivable && may('kennel:accounts.manage') ? (
          <LinkButton onClick={() => setAsking(true)} aria-label={`Waive: ${owed.message}`}>
            Waive…
          </LinkButton>
        ) : null}
      </Note>
      {asking ? <WaiveDialog account={account} owed={owed} onClose={() => setAsking(false)} /> : null}
    </div>
  );
}

function WaiveDialog({ account, owed, onClose }: { account: Account; owed: Schemas['Owed']; onClose: () => void }) {
  const toast = useToast();
  return (
    <AccountActDialog
      account={account}
      title={
        <>
          Waive this for <bdi>{account.name}</bdi>?
        </>
      }
      act="Waive duty"
      onClose={onClose}
      run={(params, reason) =>
        answer(api.POST('/accounts/{id}/waive', { params, body: { subject: owed.subject, reason } })).then(() =>
          toast(`Waived for ${account.name}.`),
        )
      }
    >
      <p>{owed.message}</p>
      <Text as="p" tone="soft">
        It counts as done for this account. A duty that the rules add later is open again.
      </Text>
    </AccountActDialog>
  );
}

export function Waivers({ account }: { account: Account }) {
  return account.waivers.length === 0 ? null : (
    <Row label="Waived">
      {account.waivers.map((waiver) => (
        <div key={waiver.subject}>
          <Text face="mono" size="small">
            {waiver.subject}
          </Text>{' '}
          <Text tone="soft">
            by <bdi>{waiver.waived_by}</bdi>, <When at={waiver.waived_at} />: <bdi>{waiver.why}</bdi>
          </Text>
        </div>
      ))}
    </Row>
  );
}

/** What the fields hold, what does not fit pointed out, and editing it. */
export function Fields({ account }: { account: Account }) {
  const [editing, setEditing] = useState(false);
  const may = useMay();
  const app = useQuery({
    queryKey: ['app', account.app],
    queryFn: ({ signal }) => answer(api.GET('/apps/{key}', { params: { path: { key: account.app ?? '' } }, signal })),
    enabled: account.app !== null,
  });
  const asked = app.data?.fields.filter(({ type }) => type !== 'picture') ?? [];
  return (
    <Row label="Fields">
      {account.fields.length === 0 ? <Text tone="soft">none </Text> : null}
      {account.fields.map((field) => (
        <div key={field.key}>
          <Text tone="soft">{field.label}:</Text>{' '}
          {field.picture === null ? (
            <bdi>{field.shown}</bdi>
          ) : (
            <Picture src={field.picture} alt={field.label} size="small" />
          )}
          {field.misfit === null ? null : (
            <Text size="small" tone="caution" className="block">
              ! {field.misfit}
            </Text>
          )}
        </div>
      ))}
      {asked.length === 0 || account.status === 'closed' || !may('kennel:accounts.manage') ? null : (
        <LinkButton onClick={() => setEditing(true)} aria-label="Edit the fields">
          Edit…
        </LinkButton>
      )}
      {editing ? <FieldsDialog account={account} asked={asked} onClose={() => setEditing(false)} /> : null}
    </Row>
  );
}

function FieldsDialog({ account, asked, onClose }: { account: Account; asked: Field[]; onClose: () => void }) {
  const toast = useToast();
  const [changed, setChanged] = useState<Record<string, unknown>>({});
  return (
    <AccountActDialog
      account={account}
      title={
        <>
          Edit the fields of <bdi>{account.name}</bdi>
        </>
      }
      act="Save fields"
      onClose={onClose}
      run={(params, reason) =>
        answer(api.PATCH('/accounts/{id}/fields', { params, body: { fields: changed, reason } })).then(() =>
          toast(`Fields of ${account.name} saved.`),
        )
      }
    >
      {({ of }) =>
        asked.map((field) => {
          const held = account.fields.find(({ key }) => key === field.key);
          return (
            <FieldBox
              key={field.key}
              large={false}
              field={field.required === 'never' ? field : { ...field, help: `${field.help} The app requires it.` }}
              value={field.key in changed ? changed[field.key] : held?.value}
              error={of(`fields.${field.key}`) ?? (field.key in changed ? undefined : (held?.misfit ?? undefined))}
              onChange={(value) => setChanged({ ...changed, [field.key]: value })}
            />
          );
        })
      }
    </AccountActDialog>
  );
}
