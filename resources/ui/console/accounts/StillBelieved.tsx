import { useQuery } from '@tanstack/react-query';
import { InlineLink } from '../../kit/Link';
import { Note } from '../../kit/Text';
import { secondsInWords } from '../../text/duration';
import { useMay } from '../api';
import { apps } from '../queries';

/** What no act takes back: a signed token is believed until it ends by whoever only verifies it. Names the app where that is longest. */
export function StillBelieved() {
  const may = useMay();
  const query = useQuery({ ...apps, enabled: may('kennel:apps.read') });
  const [longest] = (query.data?.items ?? [])
    .filter((app) => app.signed_tokens_for !== null)
    .sort((one, other) => (other.signed_tokens_for ?? 0) - (one.signed_tokens_for ?? 0));
  if (longest === undefined) return null;
  return (
    <Note as="p">
      Apps renew nothing from now on, and are told so when they ask. Signed tokens that they hold are believed until
      they end: up to {secondsInWords(longest.signed_tokens_for ?? 0)} on{' '}
      {may('kennel:rules.manage') ? (
        <InlineLink to={`/apps/registration?app=${longest.key}`}>{longest.name}: shorten that</InlineLink>
      ) : (
        longest.name
      )}
      .
    </Note>
  );
}
