import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
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

/** What the fields hold, what does not fit pointed out. */
export function Fields({ account }: { account: Account }) {
  return (
    <Row label="Fields">
      {account.fields.length === 0 ? <Text tone="soft">none</Text> : null}
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
    </Row>
  );
}
