import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { DataTable, type Column } from '../../kit/DataTable';
import { LinkButton } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { counted } from '../../text/figures';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useToast } from '../../kit/Toast';
import { api, useMay } from '../api';
import { useHand } from '../rules/hand';
import { useCases } from '../rules/useDraft';

type Case = Schemas['Case'];

/** The rule book's regression tests, run on the draft each time it changes. */
export function CasesTab() {
  const { draft } = useHand();
  const cases = useCases();
  const may = useMay();
  const [removing, setRemoving] = useState<Case | null>(null);
  const items = cases.data?.items ?? [];
  const columns: Column<Case>[] = [
    {
      key: 'holds',
      head: 'Result',
      width: '70px',
      fold: 'first-end',
      cell: ({ holds }) => (
        <Text weight="strong" tone={holds ? 'good' : 'stop'} className="whitespace-nowrap">
          {holds ? '✓ holds' : '✕ fails'}
        </Text>
      ),
    },
    { key: 'name', head: 'Case', width: 'minmax(120px, 1.2fr)', fold: 'first', cell: ({ name }) => <bdi>{name}</bdi> },
    { key: 'app', head: 'App', width: 'minmax(76px, 0.5fr)', fold: 'second-end', cell: ({ app }) => app },
    {
      key: 'input',
      head: 'Input',
      width: 'minmax(140px, 1.3fr)',
      fold: 'second',
      cell: (one) => (
        <Text size="small">
          <Text as="bdi" face="mono">
            {inputOf(one)}
          </Text>
          <Text as="bdi" tone="soft" className="block">
            {inShort(one)}
          </Text>
        </Text>
      ),
    },
    {
      key: 'expected',
      head: 'Expected',
      width: 'minmax(120px, 1.2fr)',
      fold: 'line',
      cell: (one) => (
        <Text face="mono" size="small">
          {verdict(one.expected, one)}
        </Text>
      ),
    },
    {
      key: 'actual',
      head: 'Actual',
      width: 'minmax(120px, 1.2fr)',
      fold: 'line',
      cell: (one) => (
        <Text face="mono" size="small" {...(one.holds ? {} : { weight: 'strong', tone: 'stop' })}>
          {verdict(one.got, one)}
        </Text>
      ),
    },
    {
      key: 'saved',
      head: 'Saved',
      width: 'minmax(90px, 0.7fr)',
      fold: 'line',
      cell: ({ saved_by, saved_at }) => (
        <Note as="span">
          <bdi>{saved_by}</bdi>, <When at={saved_at} />
        </Note>
      ),
    },
    {
      key: 'remove',
      head: 'Remove',
      width: '78px',
      fold: 'line',
      cell: (one) =>
        may('kennel:rules.manage') ? (
          <LinkButton aria-label={`Remove the case: ${one.name}`} onClick={() => setRemoving(one)}>
            Remove…
          </LinkButton>
        ) : null,
    },
  ];
  return (
    <>
      <Text as="p" tone="soft" className="mb-2 max-w-prose">
        Saved sign-ups with the verdict each is expected to get, what audiences are handed, and what messages have to
        say, held against {draft?.version === 0 ? 'the rules in force' : 'the draft'}. One that fails stops a
        publication unless somebody gives a reason. New ones are saved beside a try, under Rules, and beside a message,
        under Mail, Wording.
      </Text>
      <QueryState
        of={cases}
        what="the cases"
        isEmpty={items.length === 0}
        empty="No cases yet. Type something telling into the page under Rules, and save its verdict."
      >
        <DataTable label="Cases" columns={columns} rows={items} rowKey={({ id }) => id} />
      </QueryState>
      {removing === null ? null : <RemoveDialog one={removing} onClose={() => setRemoving(null)} />}
    </>
  );
}

/** A case holds a sealed password, which the console cannot give back: it asks first instead of offering to undo. */
function RemoveDialog({ one, onClose }: { one: Case; onClose: () => void }) {
  const client = useQueryClient();
  const toast = useToast();
  const remove = useMutation({
    mutationFn: () => answer(api.DELETE('/rules/cases/{id}', { params: { path: { id: one.id } } })),
    onSuccess: () => {
      toast(`Case removed: ${one.name}.`);
      return client.invalidateQueries({ queryKey: ['cases'] });
    },
  });
  return (
    <ActDialog
      title={
        <>
          Remove the case “<bdi>{one.name}</bdi>”?
        </>
      }
      act="Remove case"
      kind="stop"
      asksWhy={false}
      onClose={onClose}
      run={() => remove.mutateAsync()}
    >
      <p>
        Saved by <bdi>{one.saved_by}</bdi>. No draft is held against it any more, and it cannot be brought back.
      </p>
    </ActDialog>
  );
}

const inputOf = ({ disclosure, wording, input }: Case): string =>
  disclosure !== null
    ? `${disclosure.field} → ${disclosure.audience}`
    : wording !== null
      ? wording.key
      : (input.email ?? '');

const verdict = (codes: string[], { disclosure, wording }: Case): string =>
  codes.length > 0 ? codes.join(', ') : disclosure !== null ? 'handed out' : wording !== null ? 'said' : 'accepted';

function inShort({ input, disclosure, wording }: Case): string {
  if (disclosure !== null) return 'who is handed what';
  if (wording !== null) return `“${wording.phrase}”`;
  const name = input.name ?? 'no name';
  return input.password_length === null
    ? name
    : `${name} · password of ${counted(input.password_length, 'character', 'characters')}`;
}
