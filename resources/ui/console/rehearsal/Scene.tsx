import { useEffect, useRef } from 'react';
import { CodeBlock } from '../../kit/CodeBlock';
import { Disclosure } from '../../kit/Disclosure';
import { LaneEntry } from '../../kit/Lanes';
import { LinkButton } from '../../kit/Link';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { counted } from '../../text/figures';
import { momentOf, spanInWords, timeOf, type State } from './steps';

/** The person's mailbox and telephone: what arrived, and the link in it, which is followed in the page beside. */
export function Received({ state, onFollow }: { state: State; onFollow: (path: string) => void }) {
  const mail = state.received.filter(({ channel }) => channel === 'mail');
  const texts = state.received.filter(({ channel }) => channel === 'text');
  return (
    <div className="min-h-0 min-w-40 flex-1 space-y-4 overflow-y-auto">
      <section aria-label="Mailbox">
        <Text as="h2" weight="bold">
          Mailbox
        </Text>
        {mail.length === 0 ? <Note>No mail.</Note> : null}
        <ul className="mt-1 space-y-2">
          {mail.map((one) => (
            <Surface as="li" key={one.id} edge="all" ground="sheet" className="px-3 py-2">
              <Text as="p" weight="strong" className="wrap-anywhere">
                {one.subject}
              </Text>
              <Note>{momentOf(one.at)}</Note>
              {one.link === null ? null : (
                <LinkButton onClick={() => onFollow(one.link ?? '')}>Open its link in the page</LinkButton>
              )}
              <Disclosure summary="Read it">
                <CodeBlock label={one.subject}>{one.text}</CodeBlock>
              </Disclosure>
            </Surface>
          ))}
        </ul>
      </section>
      <section aria-label="Telephone">
        <Text as="h2" weight="bold">
          Phone
        </Text>
        {texts.length === 0 ? <Note>No text messages.</Note> : null}
        <ul className="mt-1 space-y-2">
          {texts.map((one) => (
            <Surface as="li" key={one.id} edge="all" ground="sheet" className="px-3 py-2">
              <Text as="p" className="wrap-anywhere">
                {one.text}
              </Text>
              <Note>{momentOf(one.at)}</Note>
            </Surface>
          ))}
        </ul>
      </section>
    </div>
  );
}

/** Who it is, and what they hold now. */
export function Holds({ state: { person, account, received, evidence } }: { state: State }) {
  const events = evidence.filter(({ lane }) => lane === 'audit').length;
  return (
    <section aria-label="The person" className="mt-5">
      <Text as="h2" weight="bold">
        The person
      </Text>
      <Text as="p">
        <bdi>{person.name}</bdi>
      </Text>
      <Text as="p" face="mono" size="small" className="wrap-anywhere">
        {person.email}
      </Text>
      <Text as="p" face="mono" size="small" className="wrap-anywhere">
        {person.password}
      </Text>
      <Note className="mt-1">
        {account === null
          ? 'No account yet. '
          : `${account.status}, address ${account.is_proven ? 'proven' : 'not proven'}; ${counted(account.factors, 'factor', 'factors')}, ${counted(account.recovery_codes, 'recovery code', 'recovery codes')}, ${counted(account.sessions, 'session', 'sessions')}; failures in a row: ${account.failures}. `}
        Thrown away when this ends: {counted(account === null ? 0 : 1, 'account', 'accounts')},{' '}
        {counted(received.length, 'message', 'messages')}, {counted(events, 'event', 'events')}.
      </Note>
    </section>
  );
}

const GAP = 600;

/** The four lanes of its world, the newest last, with the stretches of time between. */
export function Evidence({ state: { evidence } }: { state: State }) {
  const end = useRef<HTMLLIElement>(null);
  useEffect(() => {
    end.current?.scrollIntoView({ block: 'nearest' });
  }, [evidence.length]);
  return (
    <>
      <Text as="h2" weight="bold">
        Evidence
      </Text>
      {evidence.length === 0 ? <Note>Nothing was written down yet.</Note> : null}
      <ol className="mt-2">
        {evidence.map(({ seq, at, lane, label, content }, index) => {
          const before = evidence[index - 1];
          const gap = before === undefined ? 0 : Math.round((Date.parse(at) - Date.parse(before.at)) / 1000);
          return (
            <Entry
              key={seq}
              gap={gap >= GAP ? spanInWords(`PT${gap}S`) : index === 0 ? momentOf(at) : null}
              lane={lane}
              label={label}
              content={content}
              at={at}
            />
          );
        })}
        <li ref={end} />
      </ol>
    </>
  );
}

function Entry({
  gap,
  lane,
  label,
  content,
  at,
}: {
  gap: string | null;
  lane: State['evidence'][number]['lane'];
  label: string;
  content: unknown;
  at: string;
}) {
  const status = /→ (\d{3})$/.exec(label)?.[1];
  return (
    <>
      {gap === null ? null : (
        <Surface as="li" edge="cut" className="mt-1 pt-1">
          <Note>{gap}</Note>
        </Surface>
      )}
      <LaneEntry
        lane={lane}
        label={label.replace('/api/v1', '')}
        summary={timeOf(at)}
        isRefusal={status !== undefined && Number(status) >= 400}
      >
        <CodeBlock label={label}>{JSON.stringify(content, null, 2)}</CodeBlock>
      </LaneEntry>
    </>
  );
}
