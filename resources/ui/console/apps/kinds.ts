import type { RuleBook } from '../../api/rules';

export type Client = RuleBook['clients'][number];

interface Fit {
  label: string;
  grants: readonly Client['grant_types'][number][];
  authentications: readonly Client['token_endpoint_auth_method'][];
}

const DEVICE = 'urn:ietf:params:oauth:grant-type:device_code';
const EXCHANGE = 'urn:ietf:params:oauth:grant-type:token-exchange';

/** What suits each kind of app, as the rule book takes it; the first authentication is what a new one gets. */
export const KINDS: Record<Client['kind'], Fit> = {
  web: {
    label: 'Web',
    grants: ['authorization_code', 'refresh_token', 'client_credentials', EXCHANGE],
    authentications: ['client_secret_basic', 'private_key_jwt'],
  },
  'single page': { label: 'Single page', grants: ['authorization_code', 'refresh_token'], authentications: ['none'] },
  mobile: { label: 'Mobile', grants: ['authorization_code', 'refresh_token', DEVICE], authentications: ['none'] },
  'command line': {
    label: 'Command line',
    grants: ['authorization_code', 'refresh_token', DEVICE],
    authentications: ['none'],
  },
  backend: {
    label: 'Backend',
    grants: ['client_credentials'],
    authentications: ['client_secret_basic', 'private_key_jwt'],
  },
};

export const GRANTS: Record<string, string> = {
  authorization_code: 'Authorization code, with PKCE',
  refresh_token: 'Refresh token',
  client_credentials: 'Client credentials: the app by itself',
  [DEVICE]: 'Device code',
  [EXCHANGE]: 'Token exchange: of a session that the app’s own sign-up or sign-in page began',
};

/** Whether an app of the kind sends browsers, and so has to say where they come back to. */
export const needsRedirect = (kind: Client['kind']): boolean => kind !== 'backend';

/** The same app as one of another kind: what does not suit it any more is left out. */
export function asKind(client: Client, kind: Client['kind']): Client {
  const { grants, authentications } = KINDS[kind];
  const kept = client.grant_types.filter((one) => grants.includes(one));
  const [first = 'none'] = authentications;
  const method = authentications.includes(client.token_endpoint_auth_method)
    ? client.token_endpoint_auth_method
    : first;
  return {
    ...client,
    kind,
    grant_types: kept.length > 0 ? kept : kind === 'backend' ? ['client_credentials'] : [],
    token_endpoint_auth_method: method,
    jwks: method === 'private_key_jwt' ? client.jwks : '',
  };
}

export function begun(key: string, kind: Client['kind'], redirect: string): Client {
  const [method = 'none'] = KINDS[kind].authentications;
  return {
    key,
    kind,
    redirect_uris: redirect === '' ? [] : [redirect],
    post_logout_redirect_uris: [],
    origins: [],
    grant_types: needsRedirect(kind)
      ? redirect === ''
        ? [DEVICE, 'refresh_token']
        : ['authorization_code', 'refresh_token']
      : ['client_credentials'],
    token_endpoint_auth_method: method,
    jwks: '',
    scopes: [],
    resources: [],
    consent: 'first_party',
    access_token: 'jwt',
    algorithm: 'EdDSA',
    access_token_lifetime: 'PT10M',
    refresh_token_idle: 'P14D',
    refresh_token_absolute: 'P90D',
    backchannel_logout_uri: '',
  };
}
