import type { ReactNode } from 'react';
import type { Schemas } from '../../api/client';
import { Bars } from '../../kit/Chart';
import { InlineLink } from '../../kit/Link';
import { Address, Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { counted } from '../../text/figures';

/** Who gets these words: how many a day, whom the last ones went to, and who is known to be next. */
export function WordingRate({ wording }: { wording: Schemas['Wording'] | undefined }) {
  if (wording === undefined) return null;
  const { days, recent, next } = wording;
  const all = days.reduce((sum, { messages }) => sum + messages, 0);
  const aDay = all / days.length;
  return (
    <section aria-label="Who gets it" className="mt-4">
      <Text as="h3" weight="strong">
        Who gets it
      </Text>
      <Note>
        {all === 0
          ? `Nobody in the last ${days.length} days.`
          : `${counted(all, 'message', 'messages')} in the last ${days.length} days, ${aDay < 1 ? 'less than one' : `about ${Math.round(aDay)}`} a day.`}
      </Note>
      {all === 0 ? null : (
        <Bars
          label="Messages a day"
          values={days.map(({ day, messages }) => ({ key: day, value: messages }))}
          says={({ key, value }) => `${key}: ${value}`}
        />
      )}
      {recent === null || recent.length === 0 ? null : (
        <People head="Last">
          {recent.map(({ account_id, recipient, created_at }) => (
            <li key={`${recipient} ${created_at}`} className="flex justify-between gap-3">
              <Recipient accountId={account_id} address={recipient} />
              <When at={created_at} />
            </li>
          ))}
        </People>
      )}
      <People
        head={next === null || next.count === 0 ? 'Next' : `Next: ${next.count}`}
        note={
          next === null ? 'Nobody is known to be next.' : next.count === 0 ? `Nobody. ${next.because}` : next.because
        }
      >
        {next?.first?.map(({ account_id, recipient }) => (
          <li key={recipient}>
            <Recipient accountId={account_id} address={recipient} />
          </li>
        ))}
        {next !== null && next.first !== null && next.count > next.first.length ? (
          <li>
            <Note>and {next.count - next.first.length} more</Note>
          </li>
        ) : null}
      </People>
    </section>
  );
}

function People({ head, note, children }: { head: string; note?: string; children?: ReactNode }) {
  return (
    <>
      <Text as="p" weight="strong" className="mt-2">
        {head}
      </Text>
      {note === undefined ? null : <Note>{note}</Note>}
      <ul>{children}</ul>
    </>
  );
}

function Recipient({ accountId, address }: { accountId: string | null; address: string }) {
  return accountId === null ? (
    <Address>{address}</Address>
  ) : (
    <InlineLink to={`/accounts/${accountId}`}>{address}</InlineLink>
  );
}
