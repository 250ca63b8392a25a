import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { SearchInput } from '../../kit/Filter';
import { LinkButton } from '../../kit/Link';
import { Address } from '../../kit/Text';
import { useSettled } from '../../kit/useSettled';
import { api } from '../api';

const SHOWN = 6;

/** An account, found by typing. */
export function AccountPicker({
  label,
  onChoose,
}: {
  label: string;
  onChoose: (account: Pick<Schemas['AccountRow'], 'id' | 'name' | 'email'>) => void;
}) {
  const [typed, setTyped] = useState('');
  const asked = useSettled(typed.trim(), 150);
  const found = useQuery({
    queryKey: ['account-picker', asked],
    queryFn: ({ signal }) =>
      answer(api.GET('/accounts', { params: { query: { q: asked, limit: SHOWN, sort: 'name' } }, signal })),
    enabled: asked !== '',
    placeholderData: keepPreviousData,
  });
  const items = asked === '' ? [] : (found.data?.items ?? []);
  return (
    <div className="min-w-0">
      <SearchInput
        label={label}
        prompt="Name or address"
        value={typed}
        onType={setTyped}
        found={asked !== '' && found.data !== undefined && items.length === 0 ? 'nobody' : ''}
      />
      <ul>
        {items.map((account) => (
          <li key={account.id} className="py-0.5">
            <LinkButton
              onClick={() => {
                setTyped('');
                onChoose(account);
              }}
            >
              <bdi>{account.name}</bdi>
            </LinkButton>{' '}
            <Address>{account.email}</Address>
          </li>
        ))}
      </ul>
    </div>
  );
}
