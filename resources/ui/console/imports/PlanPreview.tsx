import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import type { paths } from '../../api/schema';
import { DataTable, type Column } from '../../kit/DataTable';
import { Failure } from '../../kit/Failure';
import { Heading } from '../../kit/Heading';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';
import { fieldDefinitions } from '../queries';
import { labelOfTarget, type Plan } from './plan';

type Preview = paths['/imports/{id}/preview']['post']['responses'][200]['content']['application/json'];
type Row = Preview['rows'][number];

/** The first rows of the file as this plan would have them. */
export function PlanPreview({ plan, preview }: { plan: Plan; preview: UseQueryResult<Preview> }) {
  const fields = useQuery(fieldDefinitions).data?.items ?? [];
  // What is secret is not shown, so there is nothing to see of it.
  const targets = plan.columns.map(({ to }) => to).filter((to) => to !== 'hash' && to !== 'salt');
  const columns: Column<Row>[] = [
    { key: 'row', head: 'Row', width: '36px', fold: 'first-end', isFigure: true, cell: ({ row }) => row },
    {
      key: 'why',
      head: 'Verdict',
      width: 'minmax(150px, 1.4fr)',
      fold: 'line',
      cell: ({ reasons }) =>
        reasons.length === 0 ? (
          <Text tone="good">can be imported</Text>
        ) : (
          <Text tone="stop">{reasons.map(({ message }) => message).join(' ')}</Text>
        ),
    },
    ...targets.map((target, place): Column<Row> => ({
      key: target,
      head: short(labelOfTarget(target, fields)),
      width: 'minmax(112px, 1fr)',
      fold: place === 0 ? 'first' : 'line',
      isCut: true,
      cell: ({ values }) => <bdi>{values[target] ?? ''}</bdi>,
    })),
  ];
  return (
    <section aria-label="First rows" aria-busy={preview.isFetching}>
      <Heading>The first rows, as this plan has them</Heading>
      <Failure error={preview.error} />
      {preview.data === undefined ? null : (
        <Surface className="overflow-x-auto" tabIndex={0} role="region" aria-label="First rows, scrolled sideways">
          <div style={{ minWidth: `${targets.length * 124 + 240}px` }}>
            <DataTable
              label="First rows"
              columns={columns}
              rows={preview.data.rows}
              rowKey={({ row }) => row}
              isStale={preview.isPlaceholderData}
            />
          </div>
        </Surface>
      )}
    </section>
  );
}

/** A head stands on one line, in the width of its cells. */
const short = (label: string): string => (label.length > 18 ? `${label.slice(0, 17)}…` : label);
