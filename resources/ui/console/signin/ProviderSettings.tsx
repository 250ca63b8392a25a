import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { answer } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { ChoiceBoxes, PasswordField, TextField } from '../../kit/Field';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import { useHand } from '../rules/hand';
import { ChoiceSetting, Setting, TextSetting, useSetting } from '../rules/Setting';

const BEGUN = { client_id: 'kennel', authentication: 'none', newcomers: 'linked' };

/** The outside providers there are. Which of them an app offers is said with the app. */
export function ProviderSettings() {
  const hand = useHand();
  const [providers = []] = useSetting(['providers']);
  const [typed, setTyped] = useState({ key: '', name: '', issuer: '' });
  const [secretOf, setSecretOf] = useState<string | null>(null);
  const secrets = useQuery({
    queryKey: ['provider-secrets'],
    queryFn: ({ signal }) => answer(api.GET('/providers/secrets', { signal })),
  });
  const add = (event: FormEvent) => {
    event.preventDefault();
    const begun = { key: typed.key.trim(), name: typed.name.trim(), issuer: typed.issuer.trim() };
    if (Object.values(begun).includes('')) return;
    hand.change(['providers'], [...providers, { ...BEGUN, ...begun }]);
    setTyped({ key: '', name: '', issuer: '' });
  };
  return (
    <>
      {providers.map(({ key, name, authentication }, place) => {
        const since = secrets.data?.items.find(({ provider }) => provider === key)?.changed_at;
        return (
          <section key={key} aria-label={name}>
            <Setting
              path={['providers', key]}
              label={name}
              control={
                <Button size="small" onClick={() => hand.change(['providers'], providers.toSpliced(place, 1))}>
                  Remove
                </Button>
              }
            >
              It sends people back to the page <Text face="mono">/a/&lt;app&gt;/outside</Text> of each app that offers
              it.
            </Setting>
            <TextSetting path={['providers', key, 'name']} width="w-full sm:w-72" />
            <TextSetting path={['providers', key, 'issuer']} width="w-full sm:w-72" />
            <TextSetting path={['providers', key, 'client_id']} width="w-full sm:w-72" />
            <ChoiceSetting path={['providers', key, 'authentication']}>
              {authentication === 'secret' ? (
                <>
                  {since === undefined ? (
                    'No secret is set. '
                  ) : (
                    <>
                      Set <When at={since} />.{' '}
                    </>
                  )}
                  <Button size="small" onClick={() => setSecretOf(key)}>
                    Set the secret…
                  </Button>
                </>
              ) : null}
            </ChoiceSetting>
            <ChoiceSetting path={['providers', key, 'newcomers']} />
          </section>
        );
      })}
      <form onSubmit={add} noValidate className="flex flex-wrap items-start gap-2 px-4 py-3">
        <TextField
          label="Key"
          value={typed.key}
          onChange={(event) => setTyped({ ...typed, key: event.target.value })}
        />
        <TextField
          label="Name"
          value={typed.name}
          onChange={(event) => setTyped({ ...typed, name: event.target.value })}
        />
        <span className="min-w-40 flex-1">
          <TextField
            label="Issuer"
            value={typed.issuer}
            onChange={(event) => setTyped({ ...typed, issuer: event.target.value })}
          />
        </span>
        <Button type="submit">Add a provider</Button>
      </form>
      {secretOf === null ? null : <SecretDialog provider={secretOf} onClose={() => setSecretOf(null)} />}
    </>
  );
}

function SecretDialog({ provider, onClose }: { provider: string; onClose: () => void }) {
  const client = useQueryClient();
  const toast = useToast();
  const [secret, setSecret] = useState('');
  return (
    <ActDialog
      title={`The secret that ${provider} gave us`}
      act="Keep the secret"
      asksWhy={false}
      onClose={onClose}
      run={async () => {
        await answer(api.PUT('/providers/{key}/secret', { params: { path: { key: provider } }, body: { secret } }));
        await client.invalidateQueries({ queryKey: ['provider-secrets'] });
        toast('The secret is kept, sealed.');
      }}
    >
      {({ of }) => (
        <>
          <PasswordField
            label="Secret"
            autoComplete="off"
            value={secret}
            onChange={(event) => setSecret(event.target.value)}
            error={of('secret')}
          />
          <Note>It takes the place of the one before at once. Nobody is shown it again.</Note>
        </>
      )}
    </ActDialog>
  );
}

/** Which of them an app offers. */
export function OfferedProviders({ app }: { app: string }) {
  const path = ['apps', app, 'providers'] as const;
  const [providers = []] = useSetting(['providers']);
  const [chosen = [], set] = useSetting(path);
  return (
    <Setting path={path}>
      {providers.length === 0 ? (
        'There are none.'
      ) : (
        <ChoiceBoxes
          label="Offered"
          kind="checkbox"
          choices={providers.map(({ key, name }) => ({ value: key, label: name }))}
          chosen={chosen}
          onChange={set}
        />
      )}
    </Setting>
  );
}
