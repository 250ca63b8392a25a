import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Select } from '../../kit/Field';
import { Segments } from '../../kit/Segments';
import { api } from '../api';
import { read } from '../rules/document';
import { Setting } from '../rules/Setting';
import { Typed } from '../rules/Typed';
import type { DraftInHand } from '../rules/useDraft';

/** How new hashes are made. Older ones are verified whatever they are, and made anew at sign-in. */
export function HashingRules({ hand }: { hand: DraftInHand }) {
  const at = <T,>(key: string): T => read<T>(hand.document, ['hashing', key]);
  const setting = (name: string, key: string) => ({ name, path: `hashing.${key}`, hand });
  const isBcrypt = at<string>('scheme') === 'bcrypt';
  const number = (label: string, key: string) => (
    <Typed
      label={label}
      type="number"
      value={String(at<number>(key))}
      onSave={(value) => hand.change(['hashing', key], Number(value))}
    />
  );
  return (
    <>
      <Setting
        {...setting('New hashes are', 'scheme')}
        touches={({ kind }) => kind === 'next_signin'}
        control={
          <Segments
            label="New hashes are"
            value={isBcrypt ? 'bcrypt' : 'argon2id'}
            onChange={(value) => hand.change(['hashing', 'scheme'], value)}
            choices={[
              { value: 'argon2id', label: 'Argon2id' },
              { value: 'bcrypt', label: 'bcrypt' },
            ]}
          />
        }
      >
        {isBcrypt
          ? 'For systems that must share hashes with older ones. It needs next to no memory, which helps who guesses.'
          : 'RFC 9106: every guess costs the memory set below.'}
      </Setting>
      {isBcrypt ? (
        <Setting {...setting('Cost', 'cost')} control={number('Cost', 'cost')}>
          Each more doubles the time of one hash.
        </Setting>
      ) : (
        <>
          <Setting {...setting('Memory, in KiB', 'memory')} control={number('Memory, in KiB', 'memory')} />
          <Setting {...setting('Passes', 'passes')} control={number('Passes', 'passes')} />
          <Setting {...setting('Lanes', 'lanes')} control={number('Lanes', 'lanes')}>
            More than one helps who checks on many cores; the measurements at the right are of one.
          </Setting>
        </>
      )}
      <Pepper hand={hand} value={at<string>('pepper')} />
    </>
  );
}

function Pepper({ hand, value }: { hand: DraftInHand; value: string }) {
  const keys = useQuery({ queryKey: ['peppers'], queryFn: () => answer(api.GET('/passwords/peppers')) });
  const here = keys.data?.items.filter(({ is_here }) => is_here) ?? [];
  return (
    <Setting name="Pepper" path="hashing.pepper" hand={hand}>
      <Select
        label="Key that is mixed into every password"
        value={value}
        onChange={(event) => hand.change(['hashing', 'pepper'], event.target.value)}
        choices={[
          { value: '', label: 'none' },
          ...here.map(({ id }) => ({ value: id, label: id })),
          ...(value === '' || here.some(({ id }) => id === value) ? [] : [{ value, label: `${value} (not here)` }]),
        ]}
      />
      Keys are kept in a file or the environment, never in the database. Without its key nobody can sign in, so keep a
      copy; a new key is taken at each sign-in. <code>php artisan kennel:peppers autumn</code> makes one.
    </Setting>
  );
}
