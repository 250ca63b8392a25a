import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Link } from 'react-router';
import { Screen, Table } from '../../kit/Layout';
import { Count } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { Guidance } from './Guidance';
import { Wrapping } from './Wrapping';
import { RulesInForce } from '../rules/RulesInForce';

/** Which schemes and parameters the stored hashes use. */
export function PasswordsScreen() {
  const census = useQuery({
    queryKey: ['census'],
    queryFn: () => answer(api.GET('/passwords/census')),
    refetchInterval: 10_000,
  });
  const items = census.data?.items ?? [];
  const all = items.reduce((sum, item) => sum + item.accounts, 0);
  return (
    <Screen
      title="Passwords"
      aside={
        census.data === undefined ? null : (
          <>
            today’s rule: <span className="font-mono">{census.data.current}</span> (KiB / passes / lanes)
          </>
        )
      }
    >
      <Failure error={census.error} />
      <h2 className="mb-2 text-[13px] leading-[18px] font-bold">Stored hashes by scheme</h2>
      <Table label="Stored hashes by scheme" head={['Scheme', 'Accounts', 'Share', '']}>
        {items.map((item) => {
          const share = all === 0 ? 0 : (100 * item.accounts) / all;
          return (
            <tr key={item.kind}>
              <td className="font-mono text-small whitespace-nowrap">
                <Link
                  to={`/accounts?hash=${encodeURIComponent(item.kind)}`}
                  aria-label={`See accounts: ${item.kind}`}
                  className="text-petrol underline underline-offset-2"
                >
                  {item.kind}
                </Link>
              </td>
              <td>
                <Count value={item.accounts} />
              </td>
              <td className="whitespace-nowrap">{share.toFixed(1)} %</td>
              <td className="w-1/2">
                <svg viewBox="0 0 100 6" preserveAspectRatio="none" className="h-3 w-full" aria-hidden="true">
                  <rect width={share} height="6" className={item.is_current ? 'fill-moss' : 'fill-amber'} />
                </svg>
                <span className="text-small text-ink-soft">
                  {item.is_current ? '✓ as today’s rule' : 'below today’s rule'}
                </span>
              </td>
            </tr>
          );
        })}
      </Table>
      <Wrapping />
      <div className="mt-6">
        <Guidance />
        <RulesInForce section="password" />
        <RulesInForce section="hashing" />
        <RulesInForce section="recovery" />
      </div>
      <p className="mt-4 max-w-prose text-ink-soft">
        A hash of another scheme, or of other parameters, is replaced when its holder next signs in. What is malformed
        or not recognised can not be verified: those holders set a new password by the link in a message.
      </p>
    </Screen>
  );
}
