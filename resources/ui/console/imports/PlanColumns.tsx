import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Combobox } from '../../kit/Combobox';
import { EditableTable } from '../../kit/EditableTable';
import { Heading } from '../../kit/Heading';
import { LinkButton } from '../../kit/Link';
import { SmallSelect } from '../../kit/SmallSelect';
import { Note, Text } from '../../kit/Text';
import { fieldDefinitions } from '../queries';
import { ColumnDialog } from './ColumnDialog';
import { becomes, inWords, targetsFor, type Plan } from './plan';

interface Line {
  from: string;
  /** In the plan; -1 for a column that is left out. */
  place: number;
}

const LEFT_OUT = '';

/** Each column of the file, what is in it, what it becomes, and what is done to it on the way. */
export function PlanColumns({
  plan,
  columns,
  samples,
  tables,
  onTable,
  onChange,
}: {
  plan: Plan;
  columns: readonly string[];
  samples: readonly { name: string; samples: string[] }[];
  tables: readonly { name: string; columns: string[] }[];
  onTable: (table: string) => void;
  onChange: (plan: Plan) => void;
}) {
  const fields = useQuery(fieldDefinitions).data?.items ?? [];
  const [open, setOpen] = useState<number | null>(null);
  // One column may become two things: a name that is split.
  const lines = columns.flatMap((from): Line[] => {
    const places = plan.columns.flatMap((column, place) => (column.from === from ? [place] : []));
    return places.length === 0 ? [{ from, place: -1 }] : places.map((place) => ({ from, place }));
  });
  const taken = plan.columns.map(({ to }) => to);
  const opened = open === null ? undefined : plan.columns[open];
  return (
    <section aria-label="Columns">
      <Heading
        aside={
          tables.length < 2 ? null : (
            <SmallSelect
              label="Table"
              value={plan.table}
              onChange={(event) => onTable(event.target.value)}
              choices={tables.map(({ name, columns: all }) => ({
                value: name,
                label: `${name} (${all.length} columns)`,
              }))}
            />
          )
        }
      >
        What the columns become
      </Heading>
      <EditableTable
        label="Columns of the file"
        rows={lines}
        rowKey={({ from, place }) => `${from} ${place}`}
        rowName={({ from }) => from}
        columns={[
          {
            key: 'from',
            head: 'Column of the file',
            width: '26%',
            cell: ({ from, place }) => (
              <Text weight={place === -1 ? 'normal' : 'strong'} tone={place === -1 ? 'soft' : undefined}>
                <bdi className="wrap-anywhere">{from}</bdi>
              </Text>
            ),
          },
          {
            key: 'samples',
            head: 'First values',
            width: '28%',
            isWide: true,
            cell: ({ from }) => (
              <Note as="span" className="line-clamp-1 wrap-anywhere">
                <bdi>{samples.find(({ name }) => name === from)?.samples.join(' · ') ?? ''}</bdi>
              </Note>
            ),
          },
          {
            key: 'to',
            head: 'Becomes',
            width: '22%',
            cell: ({ from, place }) => (
              <Combobox
                label={`${from} becomes`}
                prompt="left out"
                value={plan.columns[place]?.to ?? null}
                choices={[
                  { value: LEFT_OUT, label: 'left out' },
                  ...targetsFor(from, fields).filter(
                    ({ value }) => value === plan.columns[place]?.to || !taken.includes(value),
                  ),
                ]}
                onChoose={(to) => onChange(becomes(plan, from, place, to === LEFT_OUT ? null : to))}
              />
            ),
          },
          {
            key: 'how',
            head: 'On the way',
            cell: ({ from, place }) =>
              place === -1 ? null : (
                <Text size="small">
                  <LinkButton onClick={() => setOpen(place)}>
                    <span className="sr-only">{from}: </span>
                    {plan.columns[place]?.transforms.map(inWords).join(', ') || 'as it is'}
                    {plan.columns[place]?.leaves_out === true ? '; what does not fit is left out' : ''}
                  </LinkButton>
                </Text>
              ),
          },
        ]}
      />
      {opened === undefined || open === null ? null : (
        <ColumnDialog
          column={opened}
          onClose={() => setOpen(null)}
          onSave={(column) => {
            onChange({ ...plan, columns: plan.columns.map((each, place) => (place === open ? column : each)) });
            setOpen(null);
          }}
        />
      )}
    </section>
  );
}
