import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { DataTable, type Column } from '../../kit/DataTable';
import { InlineLink, PlainLink } from '../../kit/Link';
import { Dot } from '../../kit/Picture';
import { QueryState } from '../../kit/QueryState';
import { apps } from '../queries';
import { Text } from '../../kit/Text';

type App = Schemas['App'];

const COLUMNS: readonly Column<App>[] = [
  {
    key: 'app',
    head: 'App',
    width: 'minmax(130px, 0.8fr)',
    fold: 'first',
    cell: ({ key, name, look }) => (
      <Text weight="strong" className="flex items-center gap-2">
        <Dot colour={look.colour} />
        <InlineLink to={`/apps/registration?app=${key}`}>
          <bdi className="min-w-0">{name}</bdi>
        </InlineLink>
      </Text>
    ),
  },
  { key: 'kind', head: 'Kind', width: 'minmax(80px, 0.5fr)', fold: 'first-end', cell: ({ kind }) => kind },
  { key: 'for', head: 'What for', width: 'minmax(160px, 1.6fr)', fold: 'line', cell: ({ summary }) => summary },
  {
    key: 'admits',
    head: 'Who may sign up',
    width: 'minmax(140px, 1.2fr)',
    fold: 'line',
    cell: (app) => admission(app),
  },
  {
    key: 'pages',
    head: 'Account pages',
    width: '164px',
    fold: 'line',
    // Nobody comes to a backend.
    cell: ({ key, kind }) =>
      kind === 'backend' ? null : (
        <span className="inline-flex gap-3 whitespace-nowrap">
          {(['sign-up', 'sign-in'] as const).map((page) => (
            <PlainLink key={page} href={`/a/${key}/${page}`} target="_blank" rel="noopener">
              {page} ↗
            </PlainLink>
          ))}
        </span>
      ),
  },
];

/** What this Kennel serves. */
export function AppList() {
  const query = useQuery(apps);
  const items = query.data?.items ?? [];
  return (
    <QueryState of={query} what="the apps" isEmpty={items.length === 0} empty="There is no app yet.">
      <DataTable label="Apps" columns={COLUMNS} rows={items} rowKey={({ key }) => key} />
    </QueryState>
  );
}

function admission({ signup }: App): string {
  return {
    anyone: 'anyone',
    domains: `addresses at ${signup.domains.join(', ')}${signup.subdomains ? ' and their subdomains' : ''}`,
    invited: 'invited people',
    nobody: 'nobody',
  }[signup.admission];
}
