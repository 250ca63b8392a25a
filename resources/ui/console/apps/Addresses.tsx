import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer } from '../../api/client';
import { FieldError } from '../../kit/Field';
import { useSettled } from '../../kit/useSettled';
import { api } from '../api';
import { ListSetting } from '../rules/Setting';
import type { Client } from './kinds';

/** After the last key, in milliseconds. */
const PAUSE = 300;

/** One of an app's lists of addresses; what is wrong with one is said while it is typed. */
export function Addresses({
  client,
  list,
}: {
  client: Client;
  list: 'redirect_uris' | 'post_logout_redirect_uris' | 'origins' | 'resources';
}) {
  const [typed, setTyped] = useState<string[] | null>(null);
  const settled = useSettled(typed, PAUSE);
  const { data } = useQuery({
    queryKey: ['addresses', client.kind, list, settled],
    queryFn: ({ signal }) =>
      answer(api.POST('/clients/verdict', { body: { kind: client.kind, list, addresses: settled ?? [] }, signal })),
    enabled: settled !== null,
    placeholderData: (before) => before,
  });
  const mistakes = typed === null ? [] : (data?.mistakes ?? []);
  return (
    <ListSetting path={['clients', client.key, list]} onTyped={setTyped}>
      <div aria-live="polite">
        {mistakes.map(({ index, message }) => (
          <FieldError key={index}>{`${settled?.[index] ?? ''} ${message}.`}</FieldError>
        ))}
      </div>
    </ListSetting>
  );
}
