import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { Empty, Screen } from '../../kit/Layout';
import { Count, InlineLink } from '../../kit/Text';
import { STATIONS, useOverview } from '../api';
import { Failure } from '../Failure';

type Need = Schemas['Need'];

const ways: Record<
  Need['code'],
  { say: (count: ReactNode, one: boolean) => ReactNode; why: string; act: string; to: string; urgent: boolean }
> = {
  'workers.silent': {
    say: (count, one) => (
      <>
        {count} of the two workers and the schedule {one ? 'has' : 'have'} stopped
      </>
    ),
    why: 'What they do waits until they are started again: messages, long work, purges. On the machine, php artisan kennel:check says which.',
    act: 'See what waits',
    to: '/mail',
    urgent: true,
  },
  'mail.failed': {
    say: (count, one) => (
      <>
        {count} {one ? 'message' : 'messages'} could not be delivered
      </>
    ),
    why: 'Whoever waits for one can not go on. Send it again once the relay answers.',
    act: 'See them',
    to: '/mail?state=failed',
    urgent: true,
  },
  'signin.guessing': {
    say: (count) => <>{count} sign-ins were refused in the last 24 hours</>,
    why: 'That is more than slips of the hand: somebody may be trying passwords. The trail says on whom and from where.',
    act: 'Read the trail',
    to: '/audit?event=session.refused',
    urgent: true,
  },
  'verification.lapsed': {
    say: (count, one) => (
      <>
        {count} proof {one ? 'link has' : 'links have'} lapsed unused
      </>
    ),
    why: 'These people signed up and stopped. From each account you can send a new link.',
    act: 'See pending accounts',
    to: '/accounts?status=pending&sort=-created',
    urgent: false,
  },
  'rules.cases_fail': {
    say: (count, one) => (
      <>
        {count} {one ? 'case fails' : 'cases fail'} under the rules in force
      </>
    ),
    why: 'A sign-up gets another verdict than the one that was saved: the rule has changed, or the case is out of date.',
    act: 'See the cases',
    to: '/sign-up/cases',
    urgent: false,
  },
  'passwords.stranded': {
    say: (count, one) => (
      <>
        {count} {one ? 'account' : 'accounts'} can not sign in by password
      </>
    ),
    why: 'The hash is unknown or malformed, or its pepper key is not here. A key can be brought back; else they set a new password by a message.',
    act: 'See which hashes',
    to: '/passwords',
    urgent: true,
  },
  'passwords.below_rule': {
    say: (count, one) => (
      <>
        {count} stored {one ? 'hash is' : 'hashes are'} below today’s rule
      </>
    ),
    why: 'Each is renewed when its holder signs in; nobody has to do anything.',
    act: 'See the census',
    to: '/passwords',
    urgent: false,
  },
};

/** Home: what the data says an operator should look at, each with the way to settle it. */
export function NeedsYou() {
  const overview = useOverview();
  const needs = overview.data?.needs ?? [];
  return (
    <Screen
      title="Needs you"
      aside={
        overview.data === undefined ? null : needs.length === 0 ? 'nothing at the moment' : `${needs.length} things`
      }
    >
      <Failure error={overview.error} />
      {overview.data !== undefined && needs.length === 0 ? (
        <Empty>Nothing needs you. These are today’s figures.</Empty>
      ) : null}
      <ul>
        {needs.map((need) => {
          const way = ways[need.code];
          return (
            <li key={need.code} className="flex items-start gap-3 border-t border-line py-3.5 max-sm:flex-wrap">
              <svg viewBox="0 0 16 16" className="mt-0.5 size-4 shrink-0" aria-hidden="true">
                {way.urgent ? (
                  <path d="M8 1 15 8 8 15 1 8z" className="fill-amber-wash stroke-amber" strokeWidth="1.8" />
                ) : (
                  <circle cx="8" cy="8" r="5.5" className="fill-sheet stroke-line-strong" strokeWidth="1.8" />
                )}
              </svg>
              <div className="min-w-0 flex-1 max-sm:basis-3/4">
                <p className="text-[16px] font-semibold">{way.say(<Count value={need.count} />, need.count === 1)}</p>
                <p className="text-ink-soft">{way.why}</p>
                {need.said === null ? null : (
                  <p className="text-small wrap-anywhere text-ink-soft">The relay said: {need.said}</p>
                )}
              </div>
              <span className="pt-0.5 whitespace-nowrap max-sm:w-full max-sm:pl-7">
                <InlineLink to={way.to}>{way.act}</InlineLink>
              </span>
            </li>
          );
        })}
      </ul>
      <h2 className="mt-7 mb-1 text-[13px] leading-[18px] font-bold">Now</h2>
      <ul className="grid grid-cols-2 border-t border-line sm:grid-cols-4">
        {overview.data?.stations.map((station) => {
          const entry = STATIONS.find((candidate) => candidate.station === station.station);
          return entry === undefined ? null : (
            <li key={station.station}>
              <Link to={entry.path} className="group block border-b border-line py-3 pr-4">
                <span className="block text-small text-ink-soft group-hover:text-petrol">{entry.name}</span>
                <span className="text-page font-semibold">
                  <Count value={station.figure} />
                </span>{' '}
                <span className="text-ink-soft">{station.unit}</span>
              </Link>
            </li>
          );
        })}
      </ul>
    </Screen>
  );
}
