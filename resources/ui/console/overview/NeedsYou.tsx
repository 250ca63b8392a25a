import type { Schemas } from '../../api/client';
import { Heading } from '../../kit/Heading';
import { Screen } from '../../kit/Layout';
import { InlineLink } from '../../kit/Link';
import { NeedMark } from '../../kit/Marks';
import { Empty, QueryState } from '../../kit/QueryState';
import { counted, grouped } from '../../text/figures';
import { useOverview, useStations } from '../api';
import { StationFigure } from '../../kit/Rail';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { accountsWhere } from '../accounts/where';

type Need = Schemas['Need'];

interface Way {
  say: (count: number) => string;
  why: string;
  act: string;
  to: string;
  urgent: boolean;
  /** What stands before what goes with it. */
  said?: string;
}

const ways: Record<Need['code'], Way> = {
  'workers.silent': {
    say: (count) => `${count} of the two workers and the schedule ${count === 1 ? 'has' : 'have'} stopped`,
    why: 'Messages, long work and purges wait until they are started again. On the machine, php artisan kennel:check says which.',
    act: 'See what waits',
    to: '/mail',
    urgent: true,
  },
  'invitations.lapsing': {
    say: (count) => `${counted(count, 'invitation lapses', 'invitations lapse')} soon`,
    why: 'Whoever has not come by then has to be invited anew. Send it again, leave it open for longer, or let it lapse.',
    act: 'See those that lapse soon',
    to: '/invitations/open?soon=yes',
    urgent: false,
  },
  'mail.failed': {
    say: (count) => `${counted(count, 'message', 'messages')} could not be delivered`,
    why: 'People waiting for one cannot continue. Send it again once the relay answers.',
    said: 'The relay said: ',
    act: 'See failed messages',
    to: '/mail?state=failed',
    urgent: true,
  },
  'mail.bounced': {
    say: (count) => `${counted(count, 'message', 'messages')} came back`,
    why: 'Nothing more is sent to an address that does not exist, until its holder changes it or you release it.',
    act: 'See bounced messages',
    to: '/mail?state=bounced',
    urgent: false,
  },
  'signin.guessing': {
    say: (count) => `${counted(count, 'sign-in was', 'sign-ins were')} refused in the last 24 hours`,
    why: 'That is more than typing mistakes: somebody may be trying passwords. The trail says on whom and from where.',
    act: 'Read the trail',
    to: '/audit?event=session.refused',
    urgent: true,
  },
  'verification.lapsed': {
    say: (count) => `${counted(count, 'verification link has', 'verification links have')} lapsed unused`,
    why: 'These people signed up and stopped. From each account you can send a new link.',
    act: 'See pending accounts',
    to: `${accountsWhere(['status', 'is', 'pending'])}&sort=-created`,
    urgent: false,
  },
  'roles.overgrown': {
    say: (count) =>
      `${counted(count, 'account', 'accounts')} may do something with Kennel and may not enter the console`,
    why: 'Mostly a role includes another that has grown since. The grid shows which permission of Kennel it gives; take it out, or give the console as well.',
    said: 'Through: ',
    act: 'See the grid',
    to: '/roles/grid',
    urgent: false,
  },
  'disclosure.unclassified': {
    say: (count) => `Nobody has said who is handed ${counted(count, 'field', 'fields')}`,
    why: 'Until somebody does, nobody is: neither apps nor operators nor holders. “Nobody” is an answer as well.',
    said: 'Namely: ',
    act: 'Say who',
    to: '/roles/disclosure',
    urgent: false,
  },
  'rules.cases_fail': {
    say: (count) => `${counted(count, 'case fails', 'cases fail')} under the rules in force`,
    why: 'A sign-up gets another verdict than the one that was saved: the rule has changed, or the case is out of date.',
    act: 'See the cases',
    to: '/sign-up/cases',
    urgent: false,
  },
  'passwords.stranded': {
    say: (count) => `${counted(count, 'account', 'accounts')} cannot sign in by password`,
    why: 'The hash is unknown or malformed, or its pepper key is missing. A key can be brought back; otherwise they set a new password through a mailed link.',
    act: 'See which hashes',
    to: '/passwords',
    urgent: true,
  },
  'passwords.below_rule': {
    say: (count) => `${counted(count, 'stored hash is', 'stored hashes are')} below today’s rule`,
    why: 'Each is renewed when its holder signs in; nobody has to do anything.',
    act: 'See stored hashes',
    to: '/passwords',
    urgent: false,
  },
};

/** Of a kind that this version of the console does not know: said as it is, and never a reason to show nothing. */
const unknown = (code: string): Way => ({
  say: (count) => `${code}: ${grouped(count)}`,
  why: 'Kennel reports this and the console does not know it. Reload the page: a newer version may be there.',
  act: 'Read the trail',
  to: '/audit',
  urgent: true,
});

/** Home: what the data says an operator should look at, each with the way to settle it. */
export function NeedsYou() {
  const overview = useOverview();
  const stations = useStations();
  const needs = overview.data?.needs ?? [];
  return (
    <Screen
      title="Needs you"
      isNarrow
      aside={
        overview.data === undefined
          ? null
          : needs.length === 0
            ? 'nothing at the moment'
            : counted(needs.length, 'thing', 'things')
      }
    >
      <QueryState of={overview} what="what needs you">
        {needs.length === 0 ? <Empty>Nothing needs you. These are today’s figures.</Empty> : null}
        <ul>
          {needs.map((need) => (
            <Item key={need.code} need={need} />
          ))}
        </ul>
        <div className="mt-7">
          <Heading>Now</Heading>
        </div>
        <Surface as="ul" edge="top" className="grid grid-cols-2 sm:grid-cols-4">
          {overview.data?.stations.map((station) => {
            const entry = stations.find((candidate) => candidate.station === station.station);
            return entry === undefined ? null : (
              <StationFigure
                key={station.station}
                to={entry.path}
                name={entry.name}
                figure={grouped(station.figure)}
                unit={station.unit}
              />
            );
          })}
        </Surface>
      </QueryState>
    </Screen>
  );
}

function Item({ need }: { need: Need }) {
  const way = (ways as Partial<Record<string, Way>>)[need.code] ?? unknown(need.code);
  return (
    <Surface as="li" edge="top" className="flex items-start gap-3 py-3.5 max-sm:flex-wrap">
      <span className="flex pt-0.5">
        <NeedMark calls={way.urgent} />
      </span>
      <div className="min-w-0 flex-1 max-sm:basis-3/4">
        <Text as="p" size="large" weight="strong">
          {way.say(need.count)}
        </Text>
        <Text as="p" tone="soft">
          {way.why}
        </Text>
        {need.said === null ? null : (
          <Note className="wrap-anywhere">
            {way.said}
            <bdi>{need.said}</bdi>
          </Note>
        )}
      </div>
      <span className="pt-0.5 whitespace-nowrap max-sm:w-full max-sm:pl-7">
        <InlineLink to={way.to}>{way.act}</InlineLink>
      </span>
    </Surface>
  );
}
