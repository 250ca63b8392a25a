import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Select } from '../../kit/Field';
import { api } from '../api';
import { ChoiceSetting, NumberSetting, Setting, useSetting } from '../rules/Setting';

/** How new hashes are made. Older ones are verified whatever they are, and made anew at sign-in. */
export function HashingRules() {
  const [scheme] = useSetting(['hashing', 'scheme']);
  const isBcrypt = scheme === 'bcrypt';
  return (
    <>
      <ChoiceSetting path={['hashing', 'scheme']} touches={({ kind }) => kind === 'next_signin'}>
        {isBcrypt
          ? 'For systems that share hashes with older ones. It needs next to no memory, which helps attackers.'
          : 'RFC 9106: every guess costs the memory set below.'}
      </ChoiceSetting>
      {isBcrypt ? (
        <NumberSetting path={['hashing', 'cost']} />
      ) : (
        <>
          <NumberSetting path={['hashing', 'memory']} />
          <NumberSetting path={['hashing', 'passes']} />
          <NumberSetting path={['hashing', 'lanes']} />
        </>
      )}
      <Pepper />
    </>
  );
}

function Pepper() {
  const [value = '', set] = useSetting(['hashing', 'pepper']);
  const keys = useQuery({
    queryKey: ['peppers'],
    queryFn: ({ signal }) => answer(api.GET('/passwords/peppers', { signal })),
  });
  const here = keys.data?.items.filter(({ is_here }) => is_here) ?? [];
  return (
    <Setting path={['hashing', 'pepper']}>
      <Select
        label="Key"
        value={value}
        onChange={(event) => set(event.target.value)}
        choices={[
          { value: '', label: 'none' },
          ...here.map(({ id }) => ({ value: id, label: id })),
          ...(value === '' || here.some(({ id }) => id === value) ? [] : [{ value, label: `${value} (key missing)` }]),
        ]}
      />
      Keys are kept in a file or the environment, never in the database. Without its key nobody can sign in, so keep a
      copy; a new key is taken at each sign-in. <code>php artisan kennel:peppers autumn</code> creates one.
    </Setting>
  );
}
