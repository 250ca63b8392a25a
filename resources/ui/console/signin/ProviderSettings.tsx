import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { ChoiceBoxes, PasswordField } from '../../kit/Field';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import { AddRow } from '../rules/AddRow';
import { useHand } from '../rules/hand';
import { ChoiceSetting, Setting, TextSetting, useSetting } from '../rules/Setting';

const BEGUN = { client_id: 'kennel', authentication: 'none', newcomers: 'linked' };

/** The outside providers there are. Which of them an app offers is said with the app. */
export function ProviderSettings() {
  const hand = useHand();
  const [providers = []] = useSetting(['providers']);
  const [secretOf, setSecretOf] = useState<string | null>(null);
  const secrets = useQuery({
    queryKey: ['provider-secrets'],
    queryFn: ({ signal }) => answer(api.GET('/providers/secrets', { signal })),
  });
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
      <AddRow
        act="Add a provider"
        fields={[
          { key: 'key', label: 'Key' },
          { key: 'name', label: 'Name' },
          { key: 'issuer', label: 'Issuer', isWide: true },
        ]}
        onAdd={(begun) => hand.change(['providers'], [...providers, { ...BEGUN, ...begun }])}
      />
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
