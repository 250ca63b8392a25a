import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { Pane, PaneHead, Row } from '../../kit/Layout';
import { StatusMark } from '../../kit/Marks';
import { Notice } from '../../kit/Notice';
import { QueryState } from '../../kit/QueryState';
import { Copy, Tag } from '../../kit/Copy';
import { counted } from '../../text/figures';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { account as accountQuery } from '../queries';
import { AccountActs } from './AccountActs';
import { Fields, Owed, Waivers } from './Duties';
import { Metadata } from './MetadataPart';
import { AccountRoles } from './AccountRoles';
import { ORIGINS } from './where';
import { FactorsPart, ProvidersPart } from './FactorsPart';
import { Challenges, History, Messages, Sessions } from './AccountParts';

type Account = Schemas['Account'];

/** One account on one page. */
export function AccountPane({ id, back }: { id: string; back: string }) {
  const account = useQuery({ ...accountQuery(id), refetchInterval: 5000 });
  return (
    <Pane label="One account" back={back}>
      <QueryState of={account} what="the account">
        {account.data === undefined ? null : <Open account={account.data} back={back} />}
      </QueryState>
    </Pane>
  );
}

function Open({ account, back }: { account: Account; back: string }) {
  return (
    <>
      <header className="mb-2.5">
        <PaneHead back={back}>
          <bdi>{account.name}</bdi>
        </PaneHead>
        <div className="flex flex-wrap items-center justify-between gap-x-2 gap-y-1">
          <Copy text={account.email} label="the address" />
          <Tag id={account.id} duties={account.duties.length} />
        </div>
      </header>
      <Standing account={account} />
      <AccountActs account={account} />
      <Surface as="dl" edge="bottom">
        <Row label="Origin">
          {ORIGINS[account.came_by]}
          {account.app === null
            ? ''
            : ` ${account.came_by === 'import' || account.came_by === 'operator' ? 'for' : 'on'} ${account.app}`}
          , <When at={account.created_at} />
        </Row>
        <Row label="Address">
          {account.email_proven_at === null ? (
            'not verified'
          ) : (
            <>
              verified, <When at={account.email_proven_at} />
            </>
          )}
          <Note as="span" className="block">
            compared as{' '}
            <Text as="bdi" face="mono" className="wrap-anywhere">
              {account.lookup_key}
            </Text>
          </Note>
        </Row>
        <Row label="Last seen">
          <When at={account.seen_at} />
        </Row>
        <Row label="Terms">{account.terms_version ?? 'none accepted'}</Row>
        <Fields account={account} />
        <Metadata account={account} />
        <Waivers account={account} />
        <Row label="Password">
          <Text face="mono" size="small">
            {account.password_kind}
          </Text>
          {account.refused_signins === 0 ? null : (
            <Note as="span" className="block">
              {counted(account.refused_signins, 'refused sign-in', 'refused sign-ins')} in the last 24 hours
            </Note>
          )}
        </Row>
        <FactorsPart accountId={account.id} name={account.name} />
        <ProvidersPart accountId={account.id} />
        <AccountRoles account={account} />
        <Sessions accountId={account.id} />
        <Challenges accountId={account.id} />
        <Messages accountId={account.id} />
        <History accountId={account.id} />
      </Surface>
    </>
  );
}

function Standing({ account }: { account: Account }) {
  if (account.access === 'full') {
    return (
      <Notice tone="good">
        <strong>Full access.</strong> No duties are open.
      </Notice>
    );
  }
  return (
    <Notice tone={account.access === 'none' ? 'stop' : 'caution'}>
      <p>
        <span className="mr-1.5 inline-block align-[-1px]">
          <StatusMark status={account.status} />
        </span>
        <strong>{account.access === 'none' ? 'No access:' : 'Limited access:'}</strong>{' '}
        {account.access === 'none' ? 'cannot sign in.' : 'can sign in to do what is open.'}
      </p>
      {account.access === 'none'
        ? account.reasons.map((reason) => <p key={reason.code}>{reason.message}</p>)
        : account.owed.map((owed) => <Owed key={owed.subject} account={account} owed={owed} />)}
      {account.status_reason === null ? null : (
        <Text as="p" tone="soft">
          Reason given: <bdi>{account.status_reason}</bdi>
        </Text>
      )}
    </Notice>
  );
}
