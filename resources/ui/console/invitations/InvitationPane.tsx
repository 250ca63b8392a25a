import { useQuery } from '@tanstack/react-query';
import { Pane, PaneHead, Row } from '../../kit/Layout';
import { InlineLink } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { Copy } from '../../kit/Copy';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import type { Schemas } from '../../api/client';
import { FIGURES_EVERY, useMay } from '../api';
import { MessageStateMark } from '../mail/MessageStateMark';
import { invitation as invitationQuery } from './queries';
import { TendBar } from './TendBar';

/** One invitation: to what, by whom, and how far it has come. */
export function InvitationPane({ id, back }: { id: string; back: string }) {
  const invitation = useQuery({ ...invitationQuery(id), refetchInterval: FIGURES_EVERY });
  return (
    <Pane label="One invitation" back={back}>
      <QueryState of={invitation} what="the invitation">
        {invitation.data === undefined ? null : <Open one={invitation.data} back={back} />}
      </QueryState>
    </Pane>
  );
}

function Open({ one, back }: { one: Schemas['Invitation']; back: string }) {
  const may = useMay();
  const canTend = may('kennel:invitations.send') && one.can_be_replaced;
  return (
    <>
      <PaneHead back={back}>
        <bdi>{one.name === '' ? one.email : one.name}</bdi>
      </PaneHead>
      <p className="mb-2">
        <Copy text={one.email} label="the address" />
      </p>
      {canTend ? (
        <div className="mb-3">
          <TendBar ids={[one.id]} isBare />
        </div>
      ) : null}
      <dl>
        <Row label="State">
          <Text weight="strong">{one.state}</Text>{' '}
          {one.state === 'open' ? (
            <>
              until <When at={one.expires_at} />
            </>
          ) : (
            <When at={one.ended_at} />
          )}
          {one.lapses_soon ? <Note>It lapses soon. Send it again, or leave it open for longer.</Note> : null}
        </Row>
        <Row label="To">
          {one.app}
          {one.roles.length === 0 ? '' : `, as ${one.roles.join(', ')}`}
        </Row>
        <Row label="By">
          {one.inviter.id === null || !may('kennel:accounts.read') ? (
            <bdi>{one.inviter.name}</bdi>
          ) : (
            <InlineLink to={`/accounts/${one.inviter.id}`}>
              <bdi>{one.inviter.name}</bdi>
            </InlineLink>
          )}
          {one.inviter.may_invite === false ? (
            <Note>They may not invite any more, so accepting is refused. Invite the person anew in your own name.</Note>
          ) : null}
        </Row>
        {one.words === '' ? null : (
          <Row label="In words">
            <bdi className="whitespace-pre-wrap">{one.words}</bdi>
          </Row>
        )}
        <Row label="Comes in by">
          {one.way === 'link' ? 'a link that sets a password' : 'a temporary password in the message'}
        </Row>
        <Row label="Sent">
          <When at={one.sent_at} />
          {one.message === null ? null : (
            <p className="flex flex-wrap items-center gap-x-2">
              <MessageStateMark state={one.message.state} />
              {may('kennel:messages.read') ? (
                <InlineLink to={`/mail/${one.message.id}`}>Open the message</InlineLink>
              ) : null}
              {one.message.error === null ? null : <Note as="span">{one.message.error}</Note>}
            </p>
          )}
        </Row>
        <Row label="Page opened">
          <When at={one.opened_at} />
        </Row>
        {one.account_id === null || !may('kennel:accounts.read') ? null : (
          <Row label="Account">
            <InlineLink to={`/accounts/${one.account_id}`}>Open the account</InlineLink>
          </Row>
        )}
        <Row label="Sent with it">
          <InlineLink to={`/invitations/${one.state === 'replaced' ? 'open' : one.state}?batch=${one.batch_id}`}>
            Those that were sent together
          </InlineLink>
        </Row>
      </dl>
    </>
  );
}
