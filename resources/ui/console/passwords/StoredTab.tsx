import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { Table } from '../../kit/Layout';
import { Notice } from '../../kit/Marks';
import { Count } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { Peppers } from './Peppers';
import { Trend } from './Trend';
import { Wrapping } from './Wrapping';

type Kind = Schemas['Census']['items'][number];

/** Which schemes and parameters the stored hashes use, how that changes, and what can be done about it. */
export function StoredTab() {
  const census = useQuery({
    queryKey: ['census'],
    queryFn: () => answer(api.GET('/passwords/census')),
    refetchInterval: 10_000,
  });
  const items = census.data?.items ?? [];
  const all = items.reduce((sum, item) => sum + item.accounts, 0);
  const stranded = items.filter(({ is_verifiable }) => !is_verifiable).reduce((sum, item) => sum + item.accounts, 0);
  return (
    <>
      <Failure error={census.error} />
      {stranded === 0 ? null : (
        <div className="mb-3">
          <Notice tone="stop">
            <Count value={stranded} /> {stranded === 1 ? 'account' : 'accounts'} can not sign in by password, since the
            hash can not be verified. They set a new one by the link in a message.
          </Notice>
        </div>
      )}
      <div className="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-[13px] leading-[18px] font-bold">Stored hashes by scheme</h2>
        {census.data === undefined ? null : (
          <span className="text-small text-ink-soft">
            today’s rule: <span className="font-mono">{census.data.current}</span>
          </span>
        )}
      </div>
      <Table label="Stored hashes by scheme" head={['Scheme', 'Accounts', 'Share', '']}>
        {items.map((item) => (
          <Bar key={item.kind} item={item} share={all === 0 ? 0 : (100 * item.accounts) / all} />
        ))}
      </Table>
      {census.data === undefined ? null : <Trend census={census.data} />}
      <Wrapping />
      <Peppers />
      <p className="mt-4 max-w-prose text-ink-soft">
        A hash of another scheme, or of other parameters, is replaced when its holder next signs in.
      </p>
    </>
  );
}

function Bar({ item, share }: { item: Kind; share: number }) {
  return (
    <tr>
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
          <rect
            width={share}
            height="6"
            className={item.is_current ? 'fill-moss' : item.is_verifiable ? 'fill-amber' : 'fill-brick'}
          />
        </svg>
        <span className="text-small text-ink-soft">
          {item.is_current
            ? '✓ as today’s rule'
            : item.is_verifiable
              ? 'below today’s rule'
              : '✕ can not be verified here'}
        </span>
      </td>
    </tr>
  );
}
