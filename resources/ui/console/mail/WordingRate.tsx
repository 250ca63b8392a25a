import type { Schemas } from '../../api/client';
import { Bars } from '../../kit/Chart';
import { InlineLink } from '../../kit/Link';
import { Address, Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { counted } from '../../text/figures';

/** Who gets these words: how many a day, and whom the last ones went to. */
export function WordingRate({ wording }: { wording: Schemas['Wording'] | undefined }) {
  if (wording === undefined) return null;
  const all = wording.days.reduce((sum, { messages }) => sum + messages, 0);
  const aDay = all / wording.days.length;
  return (
    <section aria-label="Who gets it" className="mt-4">
      <Text as="h3" weight="strong">
        Who gets it
      </Text>
      <Note>
        {all === 0
          ? `Nobody in the last ${wording.days.length} days.`
          : `${counted(all, 'message', 'messages')} in the last ${wording.days.length} days, ${aDay < 1 ? 'less than one' : `about ${Math.round(aDay)}`} a day.`}
      </Note>
      {all === 0 ? null : (
        <Bars
          label="Messages a day"
          values={wording.days.map(({ day, messages }) => ({ key: day, value: messages }))}
          says={({ key, value }) => `${key}: ${value}`}
        />
      )}
      {wording.recent.length === 0 ? null : (
        <ul className="mt-2">
          {wording.recent.map(({ account_id, recipient, created_at }) => (
            <li key={`${recipient} ${created_at}`} className="flex justify-between gap-3">
              {account_id === null ? (
                <Address>{recipient}</Address>
              ) : (
                <InlineLink to={`/accounts/${account_id}`}>{recipient}</InlineLink>
              )}
              <When at={created_at} />
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
