import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { answer } from '../../api/client';
import { Table } from '../../kit/Layout';
import { Count } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';

/** The keys that are mixed into passwords: which are here, how many accounts need each, and whom a lost one strands. */
export function Peppers() {
  const keys = useQuery({ queryKey: ['peppers'], queryFn: () => answer(api.GET('/passwords/peppers')) });
  const items = keys.data?.items ?? [];
  return (
    <section aria-label="Pepper" className="mt-5">
      <h2 className="mb-1 text-[13px] leading-[18px] font-bold">Pepper keys</h2>
      <Failure error={keys.error} />
      {items.length === 0 ? (
        <p className="max-w-prose text-ink-soft">
          There is none. <code>php artisan kennel:peppers autumn</code> makes one; the rule is under Hashing.
        </p>
      ) : (
        <Table label="Pepper keys" head={['Key', 'Accounts', '']}>
          {items.map((key) => (
            <tr key={key.id}>
              <td className="font-mono text-small">{key.id}</td>
              <td>
                <Count value={key.accounts} />
              </td>
              <td className={key.is_here ? 'text-ink-soft' : 'text-brick'}>
                {key.is_here
                  ? key.is_rule
                    ? '✓ here, and in force'
                    : key.accounts > 0
                      ? 'here; keep it until nobody needs it'
                      : 'here, not in use'
                  : '✕ not here: these accounts are stranded'}{' '}
                {key.is_here
                  ? null
                  : key.kinds.map((kind) => (
                      <Link
                        key={kind}
                        to={`/accounts?hash=${encodeURIComponent(kind)}`}
                        className="text-petrol underline underline-offset-2"
                      >
                        See them
                      </Link>
                    ))}
              </td>
            </tr>
          ))}
        </Table>
      )}
    </section>
  );
}
