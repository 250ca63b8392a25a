import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { Copy } from '../../kit/Copy';
import { DataTable, type Column } from '../../kit/DataTable';
import { Dialog } from '../../kit/Dialog';
import { Heading } from '../../kit/Heading';
import { Row } from '../../kit/Layout';
import { InlineLink, PlainLink } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { QueryState } from '../../kit/QueryState';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useToast } from '../../kit/Toast';
import { api, useMay } from '../api';
import { Snippets } from './Snippets';
import { Receives, TokenState } from './TokenState';

type State = Schemas['ClientState'];

const clientState = (key: string) => ({
  queryKey: ['client', key],
  queryFn: ({ signal }: { signal: AbortSignal }) =>
    answer(api.GET('/apps/{key}/client', { params: { path: { key } }, signal })),
  // An app that is drafted and not published is not there yet.
  retry: false,
});

/** What an app's developer pastes, its secrets, and what happens to it. */
export function ClientPanel({ app }: { app: string }) {
  const query = useQuery(clientState(app));
  const state = query.data;
  if (query.error !== null || state?.is_registered === false) {
    return <Notice tone="information">Once it is published, its secrets and figures stand here.</Notice>;
  }
  return (
    <QueryState of={query} what="the app" isEmpty={false} empty="">
      {state === undefined ? null : (
        <div className="space-y-6">
          <ToPaste state={state} />
          {state.authentication === 'client_secret_basic' ? <Secrets state={state} /> : null}
          {state.tokens === null ? null : <TokenState tokens={state.tokens} />}
          <Receives app={state.name} receives={state.receives} />
          <Figures state={state} />
        </div>
      )}
    </QueryState>
  );
}

function ToPaste({ state }: { state: State }) {
  const may = useMay();
  return (
    <section aria-label="What to paste">
      <Heading
        aside={
          may('kennel:rules.manage') ? (
            <InlineLink to={`/apps/try?app=${state.key}`}>Play its way to a token</InlineLink>
          ) : null
        }
      >
        What to paste
      </Heading>
      <dl>
        <Row label="Issuer">
          <Copy text={state.issuer} label="the issuer" />
        </Row>
        <Row label="Discovery">
          <Copy text={state.discovery} label="the discovery address" />
        </Row>
        <Row label="client_id">
          <Copy text={state.key} label="the client id" />
        </Row>
        {state.tokens?.sizes.id === null ? null : (
          <Row label="Account pages">
            {(['sign-up', 'sign-in'] as const).map((page) => (
              <span key={page} className="mr-3 whitespace-nowrap">
                <PlainLink href={`/a/${state.key}/${page}`} target="_blank" rel="noopener">
                  {page} ↗
                </PlainLink>
              </span>
            ))}
          </Row>
        )}
        <Row label="Reference">
          <PlainLink href="/reference?of=tokens" target="_blank" rel="noopener">
            what there is to ask ↗
          </PlainLink>
        </Row>
      </dl>
      <Snippets snippets={state.snippets} />
    </section>
  );
}

function Secrets({ state }: { state: State }) {
  const may = useMay()('kennel:rules.manage');
  const client = useQueryClient();
  const toast = useToast();
  const [given, setGiven] = useState<string | null>(null);
  const [open, setOpen] = useState<'add' | Schemas['AppSecret'] | null>(null);
  const again = () => client.invalidateQueries({ queryKey: ['client', state.key] });
  return (
    <section aria-label="Secrets">
      <Heading
        aside={
          may ? (
            <Button size="small" onClick={() => setOpen('add')}>
              New secret…
            </Button>
          ) : null
        }
      >
        Secrets
      </Heading>
      {state.secrets.length === 0 ? (
        <Note>There is none: the app cannot come to tokens yet.</Note>
      ) : (
        <ul className="space-y-2">
          {state.secrets.map((one) => (
            <li key={one.id} className="flex flex-wrap items-center justify-between gap-2">
              <span>
                <Text face="mono">…{one.hint}</Text>{' '}
                <Note as="span">
                  made <When at={one.created_at} /> by {one.created_by} ·{' '}
                  {one.used_at === null ? (
                    'never used'
                  ) : (
                    <>
                      used <When at={one.used_at} />
                    </>
                  )}
                </Note>
              </span>
              {may ? (
                <Button size="small" aria-label={`Withdraw the secret …${one.hint}`} onClick={() => setOpen(one)}>
                  Withdraw…
                </Button>
              ) : null}
            </li>
          ))}
        </ul>
      )}
      {state.revoked.map((one) => (
        <Note key={one.id} as="p">
          <Text face="mono">…{one.hint}</Text> withdrawn {one.revoked_at === null ? null : <When at={one.revoked_at} />}{' '}
          by {one.revoked_by}
        </Note>
      ))}
      {open === 'add' ? (
        <ActDialog
          title={`A secret for ${state.name}`}
          act="Make the secret"
          asksWhy={false}
          onClose={() => setOpen(null)}
          run={async () => {
            const { secret } = await answer(
              api.POST('/apps/{key}/secrets', { params: { path: { key: state.key } }, body: {} }),
            );
            await again();
            setGiven(secret);
          }}
        >
          <Note>
            Two count at a time: give the app the new one, and withdraw the other once it is not used any more.
          </Note>
        </ActDialog>
      ) : null}
      {open === null || open === 'add' ? null : (
        <ActDialog
          title={`Withdraw the secret …${open.hint}`}
          act="Withdraw it"
          kind="stop"
          asksWhy={false}
          onClose={() => setOpen(null)}
          run={async () => {
            await answer(api.DELETE('/apps/{key}/secrets/{id}', { params: { path: { key: state.key, id: open.id } } }));
            await again();
            toast('The secret counts no more.');
          }}
        >
          <Note>
            {open.used_at === null ? 'It was never used.' : 'Whatever still shows it is refused from now on.'} It cannot
            be brought back.
          </Note>
        </ActDialog>
      )}
      {given === null ? null : (
        <Dialog open onClose={() => setGiven(null)} title="The secret, this once">
          <div className="space-y-3">
            <Notice tone="caution">Nobody is shown it again. Put it where the app reads its settings.</Notice>
            <Copy text={given} label="the secret" />
            <p className="flex justify-end">
              <Button kind="act" onClick={() => setGiven(null)}>
                I have it
              </Button>
            </p>
          </div>
        </Dialog>
      )}
    </section>
  );
}

interface Figure {
  what: string;
  today: number;
  all: number;
}

const FIGURES: readonly Column<Figure>[] = [
  { key: 'what', head: 'What', width: 'minmax(140px, 1fr)', fold: 'first', cell: ({ what }) => NAMES[what] ?? what },
  // With their words: in a narrow pane there are no heads.
  { key: 'today', head: 'Today', width: '96px', fold: 'first-end', cell: ({ today }) => `${today} today` },
  {
    key: 'all',
    head: '28 days',
    width: '132px',
    fold: 'second-end',
    cell: ({ all }) => `${all.toLocaleString('en-GB')} in 28 days`,
  },
];

const NAMES: Record<string, string> = {
  authorization: 'Let in by a person',
  authorization_code: 'Tokens for a code',
  refresh_token: 'Tokens renewed',
  client_credentials: 'Tokens for the app itself',
  'urn:ietf:params:oauth:grant-type:device_code': 'Tokens for a device',
  'urn:ietf:params:oauth:grant-type:token-exchange': 'Tokens for a session of its own pages',
};

function Figures({ state }: { state: State }) {
  const today = state.days.at(-1)?.counts ?? {};
  const all = new Map<string, number>();
  for (const { counts } of state.days) {
    for (const [what, times] of Object.entries(counts)) all.set(what, (all.get(what) ?? 0) + times);
  }
  const rows = [...all].map(([what, times]) => ({ what, today: today[what] ?? 0, all: times }));
  rows.sort((one, other) => other.all - one.all);
  return (
    <section aria-label="What happens to it">
      <Heading>What happens to it</Heading>
      <Note as="p" className="mb-2">
        {state.live.authorizations} sign-ins of {state.live.accounts} people can be renewed now. Refusals stand under
        their codes.
      </Note>
      {rows.length === 0 ? (
        <Note>Nothing in four weeks.</Note>
      ) : (
        <DataTable label="What happens to it" columns={FIGURES} rows={rows} rowKey={({ what }) => what} />
      )}
    </section>
  );
}
