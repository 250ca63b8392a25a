import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { Button } from '../../kit/Button';
import { ChoiceBoxes, Select, TextField } from '../../kit/Field';
import { Divider } from '../../kit/Heading';
import { Segments } from '../../kit/Segments';
import { SmallSelect } from '../../kit/SmallSelect';
import { Text } from '../../kit/Text';
import { useState, type FormEvent } from 'react';
import { useMay } from '../api';
import { apps as appsQuery } from '../queries';
import { Conflict } from '../rules/Conflict';
import { AddRow } from '../rules/AddRow';
import { useHand } from '../rules/hand';
import { ChoiceSetting, DurationSetting, LongTextSetting, Setting, TextSetting, useSetting } from '../rules/Setting';
import { AppChooser } from '../signup/AppChooser';
import { Addresses } from './Addresses';
import { ClientPanel } from './ClientPanel';
import { asKind, begun, GRANTS, KINDS, needsRedirect, type Client } from './kinds';

const NEW = '+';

/** What each app is registered with to come to tokens: drafted and published like every rule. */
export function RegistrationTab() {
  const may = useMay();
  const known = useQuery(appsQuery).data?.items ?? [];
  const [drafted = []] = useSetting(['apps']);
  // Those that are drafted and not published yet are among them.
  const apps = [
    ...known,
    ...drafted
      .filter(({ key }) => known.every((one) => one.key !== key))
      .map(({ key, look }) => ({ key, name: look.name, look: { colour: look.colour } })),
  ];
  const [search, setSearch] = useSearchParams();
  const app = search.get('app') ?? apps[0]?.key ?? NEW;
  const [clients = []] = useSetting(['clients']);
  const client = clients.find(({ key }) => key === app);
  const choose = (key: string) =>
    setSearch(
      (before) => {
        before.set('app', key);
        return before;
      },
      { replace: true },
    );
  return (
    <div className="gap-x-6 xl:flex">
      <fieldset disabled={!may('kennel:rules.manage')} className="min-w-0 max-w-3xl xl:w-1/2">
        <legend className="sr-only">Registration</legend>
        <Conflict />
        <AppChooser
          apps={[...apps, { key: NEW, name: 'New app', look: { colour: 'transparent' } }]}
          app={app}
          onChoose={choose}
        />
        {client === undefined ? (
          <Register key={app} app={app === NEW ? null : app} onDone={choose} />
        ) : (
          <Registration key={client.key} client={client} />
        )}
      </fieldset>
      <div className="min-w-0 flex-1 px-4 py-3">{app === NEW ? null : <ClientPanel app={app} />}</div>
    </div>
  );
}

/** The first of it: what runs the app, and where its browsers come back to. */
function Register({ app, onDone }: { app: string | null; onDone: (key: string) => void }) {
  const hand = useHand();
  const [apps = []] = useSetting(['apps']);
  const [clients = []] = useSetting(['clients']);
  const [typed, setTyped] = useState({ key: '', name: '', redirect: '' });
  const [kind, setKind] = useState<Client['kind']>('web');
  const key = app ?? typed.key.trim();
  const lacks = key === '' || (app === null && typed.name.trim() === '');
  const needs = needsRedirect(kind) && kind !== 'command line' && typed.redirect.trim() === '';
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (lacks || needs) return;
    if (app === null) {
      hand.change(
        ['apps'],
        [
          ...apps,
          {
            key,
            look: { name: typed.name.trim(), colour: '#006373', ground: '', logo: '' },
            admission: 'nobody',
            domains: [],
            subdomains: false,
            registered: 'discreet',
            session: 'after_proof',
            roles: [],
            landing: { address: '', roles: [] },
            ways: ['password'],
            providers: [],
            second_factor: 'offered',
          },
        ],
      );
    }
    // After the app itself: what belongs to none is refused.
    hand.change(['clients'], [...clients, begun(key, kind, needsRedirect(kind) ? typed.redirect.trim() : '')]);
    onDone(key);
  };
  return (
    <form onSubmit={submit} noValidate className="space-y-3 px-4 py-3">
      <Text as="p" tone="soft">
        {app === null
          ? 'An app is registered once the draft is published. Nobody can sign up on it until you say who may.'
          : 'This app has account pages, and does not come to tokens yet.'}
      </Text>
      {app === null ? (
        <>
          <TextField
            label="Key: small letters, digits and “-”; it is the client_id"
            value={typed.key}
            onChange={(event) => setTyped({ ...typed, key: event.target.value })}
          />
          <TextField
            label="Name"
            value={typed.name}
            onChange={(event) => setTyped({ ...typed, name: event.target.value })}
          />
        </>
      ) : null}
      <Select
        label="Kind"
        required
        value={kind}
        onChange={(event) => setKind(event.target.value as Client['kind'])}
        choices={Object.entries(KINDS).map(([value, { label }]) => ({ value, label }))}
      />
      {needsRedirect(kind) ? (
        <TextField
          label={kind === 'command line' ? 'Redirect URI; nothing for device code alone' : 'Redirect URI'}
          type="url"
          value={typed.redirect}
          onChange={(event) => setTyped({ ...typed, redirect: event.target.value })}
        />
      ) : null}
      <Button type="submit" kind="act" aria-disabled={lacks || needs}>
        Add it to the draft
      </Button>
    </form>
  );
}

function Registration({ client }: { client: Client }) {
  const hand = useHand();
  const [clients = []] = useSetting(['clients']);
  const at = <const K extends string>(key: K) => ['clients', client.key, key] as const;
  const fit = KINDS[client.kind];
  return (
    <>
      <Divider>What it is</Divider>
      <Setting
        path={at('kind')}
        control={
          <SmallSelect
            label="Kind"
            value={client.kind}
            onChange={(event) =>
              hand.change(
                ['clients'],
                clients.map((one) =>
                  one.key === client.key ? asKind(one, event.target.value as Client['kind']) : one,
                ),
              )
            }
            choices={Object.entries(KINDS).map(([value, { label }]) => ({ value, label }))}
          />
        }
      />
      <Setting path={at('grant_types')}>
        <ChoiceBoxes
          label="Uses"
          kind="checkbox"
          choices={fit.grants.map((value) => ({ value, label: GRANTS[value] ?? value }))}
          chosen={client.grant_types}
          onChange={(next) => hand.change(at('grant_types'), next)}
        />
      </Setting>
      <Divider>Addresses</Divider>
      {needsRedirect(client.kind) ? (
        <>
          <Addresses client={client} list="redirect_uris" />
          <Addresses client={client} list="post_logout_redirect_uris" />
          <Addresses client={client} list="origins" />
        </>
      ) : null}
      <Addresses client={client} list="resources" />
      <Divider>Who it is</Divider>
      <Setting
        path={at('token_endpoint_auth_method')}
        control={
          <Segments
            label="Client authentication"
            value={client.token_endpoint_auth_method}
            onChange={(value) => hand.change(at('token_endpoint_auth_method'), value)}
            choices={fit.authentications
              .filter((value) => value !== 'private_key_jwt' || client.jwks !== '')
              .map((value) => ({ value, label: AUTHENTICATIONS[value] ?? value }))}
          />
        }
      />
      {client.token_endpoint_auth_method === 'none' ? null : <KeySet client={client} />}
      <Divider>Scopes</Divider>
      <Scopes client={client} />
      {needsRedirect(client.kind) ? <ChoiceSetting path={at('consent')} /> : null}
      <Divider>Tokens</Divider>
      <ChoiceSetting path={at('access_token')} />
      <ChoiceSetting path={at('algorithm')} />
      <DurationSetting path={at('access_token_lifetime')} />
      {needsRedirect(client.kind) ? (
        <>
          <DurationSetting path={at('refresh_token_idle')} />
          <DurationSetting path={at('refresh_token_absolute')} />
          <TextSetting path={at('backchannel_logout_uri')} width="w-full sm:w-72" />
        </>
      ) : null}
    </>
  );
}

const AUTHENTICATIONS: Record<string, string> = {
  none: 'None: PKCE alone',
  client_secret_basic: 'A secret',
  private_key_jwt: 'A signed assertion',
};

/** Keys and the way they are shown by belong together: one without the other is refused, so both are set in one. */
function KeySet({ client }: { client: Client }) {
  const hand = useHand();
  const [clients = []] = useSetting(['clients']);
  const [typed, setTyped] = useState('');
  const put = (jwks: string) =>
    hand.change(
      ['clients'],
      clients.map((one) =>
        one.key === client.key
          ? { ...one, jwks, token_endpoint_auth_method: jwks === '' ? 'client_secret_basic' : 'private_key_jwt' }
          : one,
      ),
    );
  if (client.jwks !== '') {
    return (
      <LongTextSetting path={['clients', client.key, 'jwks']}>
        <p className="mt-2">
          <Button size="small" onClick={() => put('')}>
            Use a secret again
          </Button>
        </p>
      </LongTextSetting>
    );
  }
  return (
    <Setting path={['clients', client.key, 'jwks']}>
      <form
        noValidate
        className="mt-2 flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (typed.trim() !== '') put(typed.trim());
        }}
      >
        <span className="min-w-40 flex-1">
          <TextField label="JSON Web Key Set" value={typed} onChange={(event) => setTyped(event.target.value)} />
        </span>
        <Button type="submit">Use these keys instead of a secret</Button>
      </form>
    </Setting>
  );
}

function Scopes({ client }: { client: Client }) {
  const hand = useHand();
  const path = ['clients', client.key, 'scopes'] as const;
  return (
    <>
      {client.scopes.map(({ key, about }, place) => (
        <section key={key} aria-label={key}>
          <Setting
            path={[...path, key, 'about']}
            label={key}
            control={
              <Button
                size="small"
                aria-label={`Remove ${key}`}
                onClick={() => hand.change(path, client.scopes.toSpliced(place, 1))}
              >
                Remove
              </Button>
            }
          >
            <Text>{about}</Text>
          </Setting>
        </section>
      ))}
      <AddRow
        act="Add a scope"
        fields={[
          { key: 'key', label: 'Scope' },
          { key: 'about', label: 'What it lets the app do', isWide: true },
        ]}
        onAdd={(scope) => hand.change(path, [...client.scopes, scope])}
      />
    </>
  );
}
