import { useQuery } from '@tanstack/react-query';
import { Button } from '../../kit/Button';
import { InlineLink } from '../../kit/Link';
import { account as accountQuery } from '../queries';
import { AccountPicker } from './AccountPicker';

/** Whom a question is about: found by typing, and changed. */
export function AskedAccount({
  label,
  id,
  onChoose,
}: {
  label: string;
  /** "" while nobody is chosen. */
  id: string;
  onChoose: (id: string | null) => void;
}) {
  const asked = useQuery({ ...accountQuery(id), enabled: id !== '' });
  return id === '' ? (
    <span className="w-72 max-w-full">
      <AccountPicker label={label} onChoose={(account) => onChoose(account.id)} />
    </span>
  ) : (
    <>
      <InlineLink to={`/accounts/${id}`}>
        <bdi>{asked.data?.name ?? '…'}</bdi>
      </InlineLink>
      <Button size="small" kind="quiet" onClick={() => onChoose(null)}>
        somebody else
      </Button>
    </>
  );
}
