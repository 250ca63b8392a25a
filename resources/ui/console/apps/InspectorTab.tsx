import { useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { DataTable, type Column } from '../../kit/DataTable';
import { TextArea } from '../../kit/Field';
import { Heading } from '../../kit/Heading';
import { InlineLink } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { Strip } from '../../kit/Strip';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';

type Found = Schemas['Inspected'];
type Claim = Found['parts'][number]['claims'][number];

const CLAIMS: readonly Column<Claim>[] = [
  {
    key: 'claim',
    head: 'Claim',
    width: 'minmax(110px, 0.6fr)',
    fold: 'first',
    cell: ({ claim }) => <Text face="mono">{claim}</Text>,
  },
  { key: 'about', head: 'What it says', width: 'minmax(140px, 1fr)', fold: 'line', cell: ({ about }) => about ?? '' },
  {
    key: 'value',
    head: 'Value',
    width: 'minmax(180px, 1.6fr)',
    fold: 'line',
    cell: ({ value, at }) => (
      <span className="wrap-anywhere">
        <Text face="mono">{value}</Text>
        {at === null ? null : (
          <>
            {' '}
            · <When at={at} />
          </>
        )}
      </span>
    ),
  },
];

const PARTS: Record<string, string> = {
  header: 'Header',
  claims: 'Claims',
  token: 'What is known of it',
  parameters: 'Parameters',
};

/** What a developer holds in their hand: pasted, read, and forgotten. */
export function InspectorTab() {
  const [text, setText] = useState('');
  const [found, setFound] = useState<Found | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    setFailure(null);
    setFound(await answer(api.POST('/tokens/inspect', { body: { text } })));
  }, setFailure);
  const error = failure?.problem?.reasons.find(({ field }) => field === 'text')?.message;
  return (
    <div className="max-w-4xl space-y-5">
      <form onSubmit={submit} noValidate className="space-y-2">
        <TextArea
          label="A token, the address an app sends a browser to, or the one it comes back with"
          help="It is read and forgotten: nothing of it is stored or logged. Tokens of other services are read as far as they can be."
          isMono
          rows={5}
          spellCheck={false}
          autoComplete="off"
          value={text}
          onChange={(event) => setText(event.target.value)}
          error={error}
        />
        <Button type="submit" kind="act" aria-disabled={busy}>
          Look at it
        </Button>
      </form>
      {failure === null || error !== undefined ? null : (
        <Notice tone="stop" role="alert">
          {failure.words}
        </Notice>
      )}
      <div aria-live="polite">{found === null ? null : <Finding found={found} />}</div>
    </div>
  );
}

const TONES = { true: 'good', false: 'stop', null: 'caution' } as const;
const MARKS = { true: '✓', false: '✕', null: '?' } as const;

function Finding({ found }: { found: Found }) {
  return (
    <div className="space-y-6">
      <section aria-label={found.is}>
        <Heading>{found.is}</Heading>
        {found.checks.map(({ what, name, holds, says }) => (
          <Strip key={what} tone={TONES[`${holds}`]}>
            <span aria-hidden="true">{MARKS[`${holds}`]}</span> <Text weight="strong">{name}</Text> {says}
          </Strip>
        ))}
        {found.of === null ? null : (
          <Note as="p" className="mt-2">
            Of {found.of.app}, since <When at={found.of.since} />
            {found.of.account === null ? null : (
              <>
                , for <InlineLink to={`/accounts/${found.of.account}`}>{found.of.name}</InlineLink>
                {' · '}
                <InlineLink to={`/roles/why?account=${found.of.account}`}>why they may what they may</InlineLink>
              </>
            )}
          </Note>
        )}
      </section>
      {found.parts.map(({ name, claims }) => (
        <section key={name} aria-label={PARTS[name] ?? name}>
          <Heading>{PARTS[name] ?? name}</Heading>
          <DataTable label={PARTS[name] ?? name} columns={CLAIMS} rows={claims} rowKey={({ claim }) => claim} />
        </section>
      ))}
    </div>
  );
}
