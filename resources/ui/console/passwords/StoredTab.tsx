import { useQuery } from '@tanstack/react-query';
import { answer, type Schemas } from '../../api/client';
import { Bar } from '../../kit/Chart';
import { DataTable, type Column } from '../../kit/DataTable';
import { Heading } from '../../kit/Heading';
import { InlineLink } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { QueryState } from '../../kit/QueryState';
import { counted, grouped } from '../../text/figures';
import { api, useMay } from '../api';
import { Peppers } from './Peppers';
import { Trend } from './Trend';
import { Wrapping } from './Wrapping';
import { Note, Text } from '../../kit/Text';
import { accountsWhere } from '../accounts/where';

type Kind = Schemas['Census']['items'][number];

/** Which schemes and parameters the stored hashes use, how that changes, and what can be done about it. */
export function StoredTab() {
  const may = useMay();
  const census = useQuery({
    queryKey: ['census'],
    queryFn: ({ signal }) => answer(api.GET('/passwords/census', { signal })),
    refetchInterval: 10_000,
  });
  const items = census.data?.items ?? [];
  const all = items.reduce((sum, item) => sum + item.accounts, 0);
  const stranded = items.filter(({ is_verifiable }) => !is_verifiable).reduce((sum, item) => sum + item.accounts, 0);
  const columns: Column<Kind>[] = [
    {
      key: 'scheme',
      head: 'Scheme',
      width: 'minmax(150px, 1fr)',
      fold: 'first',
      cell: ({ kind }) => (
        <Text face="mono" size="small">
          <InlineLink to={accountsWhere(['hash', 'is', kind])}>{kind}</InlineLink>
        </Text>
      ),
    },
    {
      key: 'accounts',
      head: 'Accounts',
      width: '78px',
      fold: 'first-end',
      isFigure: true,
      cell: ({ accounts }) => grouped(accounts),
    },
    {
      key: 'share',
      head: 'Share',
      width: '70px',
      fold: 'second-end',
      isFigure: true,
      cell: ({ accounts }) => `${(all === 0 ? 0 : (100 * accounts) / all).toFixed(1)} %`,
    },
    {
      key: 'state',
      head: 'Beside today’s rule',
      width: 'minmax(180px, 1.6fr)',
      fold: 'second',
      cell: (item) => (
        <>
          <Bar
            share={all === 0 ? 0 : item.accounts / all}
            tone={item.is_current ? 'moss' : item.is_verifiable ? 'amber' : 'brick'}
          />
          <Note as="span">
            {item.is_current ? '✓ meets it' : item.is_verifiable ? 'below it' : '✕ cannot be verified here'}
          </Note>
        </>
      ),
    },
  ];
  return (
    <>
      {stranded === 0 ? null : (
        <div className="mb-3">
          <Notice tone="stop">
            {counted(stranded, 'account', 'accounts')} cannot sign in by password: the hash cannot be verified here.
            They set a new one through a mailed link.
          </Notice>
        </div>
      )}
      <Heading
        aside={
          census.data === undefined ? null : (
            <Note as="span">
              today’s rule: <Text face="mono">{census.data.current}</Text>
            </Note>
          )
        }
      >
        Stored hashes by scheme
      </Heading>
      <QueryState of={census} what="the stored hashes" isEmpty={items.length === 0} empty="There is no account yet.">
        <DataTable label="Stored hashes by scheme" columns={columns} rows={items} rowKey={({ kind }) => kind} />
      </QueryState>
      {census.data === undefined ? null : <Trend census={census.data} />}
      <Wrapping />
      <Peppers />
      <Text as="p" tone="soft" className="mt-4 max-w-prose">
        A hash of another scheme, or of other parameters, is replaced when its holder next signs in.
        {may('kennel:accounts.manage') ? (
          <>
            {' '}
            Hashes of another service come along with its accounts:{' '}
            <InlineLink to="/accounts/import">import accounts</InlineLink>.
          </>
        ) : null}
      </Text>
    </>
  );
}
