import type { Schemas } from '../../api/client';
import { Heading } from '../../kit/Heading';
import { InlineLink } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { Note, Text } from '../../kit/Text';
import { secondsInWords } from '../../text/duration';
import { grouped } from '../../text/figures';

type State = Schemas['ClientState'];
type Tokens = NonNullable<State['tokens']>;

/** How long its tokens are believed, and how large they are. */
export function TokenState({ tokens }: { tokens: Tokens }) {
  const { access, id } = tokens.sizes;
  const largest = Math.max(access?.every ?? 0, id?.every ?? 0);
  return (
    <section aria-label="Tokens">
      <Heading>Tokens</Heading>
      <Note as="p">
        {tokens.format === 'jwt'
          ? `An access token says everything by itself: whoever only verifies it believes it for ${secondsInWords(tokens.lifetime)}, whatever happens meanwhile. Whoever asks is told what holds.`
          : `An access token says nothing by itself: whoever is shown one asks, and is told what holds. It counts for ${secondsInWords(tokens.lifetime)}.`}
      </Note>
      {[
        ['An access token', access],
        ['An ID token', id],
      ].map(([name, size]) =>
        size === null || typeof size !== 'object' ? null : (
          <Text key={String(name)} as="p">
            {String(name)} is {grouped(size.none)} bytes
            {size.every === size.none
              ? '.'
              : ` for somebody without a role, and ${grouped(size.every)} with every role of the app.`}
          </Text>
        ),
      )}
      {largest > tokens.cookie ? (
        <Notice tone="caution">
          {largest > tokens.header
            ? `With every role it is more than the ${grouped(tokens.header)} bytes that common servers take in a header line.`
            : `With every role it is more than the ${grouped(tokens.cookie)} bytes that a browser keeps in a cookie.`}{' '}
          Fewer roles for the app, or opaque tokens, make it small.
        </Notice>
      ) : null}
    </section>
  );
}

/** Which fields of accounts the app is handed. */
export function Receives({ app, receives }: { app: string; receives: State['receives'] }) {
  return (
    <section aria-label="What it receives">
      <Heading aside={<InlineLink to="/roles/disclosure">Who is handed what</InlineLink>}>What it receives</Heading>
      {receives.length === 0 ? (
        <Note>Of an account its id alone: nothing else is handed to {app}.</Note>
      ) : (
        <ul className="space-y-1">
          {receives.map(({ field, label, purpose, consent }) => (
            <li key={field}>
              <Text weight="strong">{label}</Text>{' '}
              <Note as="span">
                {purpose}
                {consent ? ' (of those who have agreed)' : ''}
              </Note>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
