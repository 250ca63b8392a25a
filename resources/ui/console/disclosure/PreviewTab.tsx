import { useQuery } from '@tanstack/react-query';
import { answer, type Schemas } from '../../api/client';
import { CodeBlock } from '../../kit/CodeBlock';
import { Combobox } from '../../kit/Combobox';
import { Copy } from '../../kit/Copy';
import { DataTable, type Column } from '../../kit/DataTable';
import { Diff } from '../../kit/Diff';
import { Notice } from '../../kit/Notice';
import { QueryState } from '../../kit/QueryState';
import { Segments } from '../../kit/Segments';
import { Note, Text } from '../../kit/Text';
import { grouped } from '../../text/figures';
import { api } from '../api';
import { roles as rolesQuery } from '../queries';
import { AskedAccount } from '../roles/AskedAccount';
import { DraftProvider, useHand } from '../rules/hand';
import { useQuestion } from '../useQuestion';
import { audiencesOf } from './listing';

type Preview = Schemas['DisclosurePreview'];
type Book = 'draft' | 'in_force';

/** What an audience is handed of one account, to the byte; or two audiences held against each other. The question stands in the address. */
export function PreviewTab() {
  return (
    <DraftProvider>
      <Question />
    </DraftProvider>
  );
}

function Question() {
  const hand = useHand();
  const [{ account: id, audience, against, rules }, set] = useQuestion('account', 'audience', 'against', 'rules');
  const book: Book = rules === 'draft' ? 'draft' : 'in_force';
  const roles = useQuery(rolesQuery).data?.items ?? [];
  const choices = [
    ...(hand.document === undefined ? [] : audiencesOf(hand.document)).map(({ key, name }) => ({
      value: key,
      label: key === 'operators' ? 'Operators, as I may' : name,
    })),
    ...roles.map(({ key, label }) => ({ value: `operators/${key}`, label: `Operators with ${label}` })),
  ];
  return (
    <div className="h-full overflow-y-auto px-5 py-4 max-sm:px-3">
      <div className="mb-4 flex flex-wrap items-center gap-2">
        <Text size="large">Of</Text>
        <AskedAccount label="Whose account" id={id} onChoose={(account) => set({ account })} />
        <Combobox
          label="Audience"
          prompt="who is handed what?"
          value={audience === '' ? null : audience}
          choices={choices}
          onChoose={(chosen) => set({ audience: chosen })}
        />
        <Text size="large">beside</Text>
        <Combobox
          label="Another audience"
          prompt="nobody else"
          value={against === '' ? null : against}
          choices={[{ value: '', label: 'nobody else' }, ...choices]}
          onChoose={(chosen) => set({ against: chosen })}
        />
        <Segments
          label="By which rules"
          value={book}
          choices={[
            { value: 'in_force', label: 'rules in force' },
            { value: 'draft', label: 'draft' },
          ]}
          onChange={(chosen) => set({ rules: chosen === 'draft' ? chosen : null })}
        />
      </div>
      {id === '' || audience === '' ? (
        <Note>Choose an account, and who would ask for it.</Note>
      ) : (
        <Answers
          id={id}
          audience={audience}
          against={against}
          book={book}
          nameOf={(key) => choices.find(({ value }) => value === key)?.label ?? key}
        />
      )}
    </div>
  );
}

function usePreview(id: string, audience: string, book: Book) {
  const version = useHand().draft?.version;
  const [key, role] = audience.split('/');
  return useQuery({
    queryKey: ['disclosure-preview', id, audience, book, version],
    queryFn: ({ signal }) =>
      answer(
        api.GET('/disclosure/preview', {
          params: {
            query: { account: id, audience: key ?? '', rules: book, ...(role === undefined ? {} : { role }) },
          },
          signal,
        }),
      ),
    enabled: audience !== '',
    retry: false,
  });
}

function Answers({
  id,
  audience,
  against,
  book,
  nameOf,
}: {
  id: string;
  audience: string;
  against: string;
  book: Book;
  nameOf: (audience: string) => string;
}) {
  const one = usePreview(id, audience, book);
  const other = usePreview(id, against, book);
  return (
    <>
      {against === '' || one.data === undefined || other.data === undefined ? null : (
        <section aria-label="What differs" className="mb-5">
          <Text as="h2" weight="strong" className="mb-1.5">
            − {nameOf(audience)} · + {nameOf(against)}
          </Text>
          <Diff label="What differs" before={JSON.parse(one.data.body)} after={JSON.parse(other.data.body)} />
        </section>
      )}
      <div className={`grid gap-6 ${against === '' ? '' : 'lg:grid-cols-2'}`}>
        <QueryState of={one} what="the answer">
          {one.data === undefined ? null : <Answer preview={one.data} name={nameOf(audience)} />}
        </QueryState>
        {against === '' ? null : (
          <QueryState of={other} what="the other answer">
            {other.data === undefined ? null : <Answer preview={other.data} name={nameOf(against)} />}
          </QueryState>
        )}
      </div>
    </>
  );
}

const LEFT_OUT: readonly Column<Preview['left_out'][number]>[] = [
  {
    key: 'field',
    head: 'Left out',
    width: 'minmax(110px, 0.6fr)',
    fold: 'first',
    cell: ({ label }) => <bdi>{label}</bdi>,
  },
  {
    key: 'rule',
    head: 'By which rule',
    width: 'minmax(0, 1.4fr)',
    fold: 'line',
    cell: ({ message }) => <Text size="small">{message}</Text>,
  },
];

function Answer({ preview, name }: { preview: Preview; name: string }) {
  return (
    <section aria-label={name} className="min-w-0">
      <header className="mb-1.5 flex flex-wrap items-baseline gap-x-3">
        <Text as="h2" weight="strong">
          {name}
        </Text>
        <Note as="span">{grouped(preview.bytes)} bytes as it is sent; indented here</Note>
        <span className="ml-auto flex flex-wrap gap-x-3">
          <Copy text={preview.body} shown="Copy the answer" label="as it is sent" />
          {preview.door === null ? null : <Copy text={`GET ${preview.door}`} label="the request" />}
        </span>
      </header>
      {preview.is_exact ? null : (
        <Notice tone="caution">
          Values that are not handed to you are not shown: the rules in force hold for previews as well.
        </Notice>
      )}
      <CodeBlock label={`What ${name} is handed`}>{JSON.stringify(JSON.parse(preview.body), null, 2)}</CodeBlock>
      {preview.door === null ? <Note>No door hands accounts to this audience yet; this is what one would.</Note> : null}
      <div className="mt-3">
        {preview.left_out.length === 0 ? (
          <Note>Nothing is left out.</Note>
        ) : (
          <DataTable
            label="What is left out"
            columns={LEFT_OUT}
            rows={preview.left_out}
            rowKey={({ field }) => field}
          />
        )}
      </div>
    </section>
  );
}
