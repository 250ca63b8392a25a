import * as oauth from 'oauth4webapi';

/** What Floodline is told by whoever runs it; the first two stand on its page in Kennel's console. */
export interface Settings {
  issuer: string;
  client_id: string;
}

/** Who is signed in, as Kennel last said. */
export interface Person {
  id: string;
  name: string;
  scope: readonly string[];
  roles: readonly string[];
}

const SCOPE = 'openid profile roles notices:publish';

/**
 * Signing in at Kennel from a page alone: the authorization code grant with PKCE (OAuth 2.1 §4.1), by an ordinary client library.
 * The access token is in memory only. The refresh token is kept for this tab, so that loading the page again does not end the visit: it is another one
 * at each use, and of two that show the same one Kennel ends both.
 */
export class SignIn {
  private readonly client: oauth.Client;
  private readonly options: { [oauth.allowInsecureRequests]: boolean };
  private tokens: { access: string; until: number } | null = null;

  private constructor(
    settings: Settings,
    private readonly server: oauth.AuthorizationServer,
  ) {
    this.client = { client_id: settings.client_id };
    this.options = insecure(settings);
  }

  static async at(settings: Settings): Promise<SignIn> {
    const issuer = new URL(settings.issuer);
    const answer = await oauth.discoveryRequest(issuer, insecure(settings));
    return new SignIn(settings, await oauth.processDiscoveryResponse(issuer, answer));
  }

  /** Goes to Kennel. Does not come back here, but to a new load of this page. */
  async begin(): Promise<void> {
    const [verifier, state, nonce] = [
      oauth.generateRandomCodeVerifier(),
      oauth.generateRandomState(),
      oauth.generateRandomNonce(),
    ];
    sessionStorage.setItem('asked', JSON.stringify({ verifier, state, nonce }));
    const to = new URL(need(this.server.authorization_endpoint));
    to.search = new URLSearchParams({
      client_id: this.client.client_id,
      redirect_uri: here(),
      response_type: 'code',
      scope: SCOPE,
      state,
      nonce,
      code_challenge: await oauth.calculatePKCECodeChallenge(verifier),
      code_challenge_method: 'S256',
    }).toString();
    location.assign(to);
  }

  /** Whoever is signed in: just come back from Kennel, or since before this load. Nobody otherwise. */
  async person(): Promise<Person | null> {
    const asked = sessionStorage.getItem('asked');
    const back = new URL(location.href);
    if (asked !== null && (back.searchParams.has('code') || back.searchParams.has('error'))) {
      sessionStorage.removeItem('asked');
      history.replaceState(null, '', here());
      return this.exchange(back, JSON.parse(asked) as { verifier: string; state: string; nonce: string });
    }
    return this.renew();
  }

  /** A token that counts; null once Kennel renews nothing any more: signed out, suspended, a role taken away. */
  async token(): Promise<string | null> {
    if (this.tokens !== null && this.tokens.until > Date.now()) return this.tokens.access;
    return (await this.renew()) === null ? null : (this.tokens?.access ?? null);
  }

  /** Signs out here and at Kennel (OpenID Connect RP-Initiated Logout 1.0). */
  leave(): void {
    const to = new URL(need(this.server.end_session_endpoint));
    to.search = new URLSearchParams({
      client_id: this.client.client_id,
      post_logout_redirect_uri: here(),
      id_token_hint: sessionStorage.getItem('id') ?? '',
    }).toString();
    this.forget();
    location.assign(to);
  }

  private async exchange(
    back: URL,
    { verifier, state, nonce }: { verifier: string; state: string; nonce: string },
  ): Promise<Person> {
    const parameters = oauth.validateAuthResponse(this.server, this.client, back, state);
    const answer = await oauth.authorizationCodeGrantRequest(
      this.server,
      this.client,
      oauth.None(),
      parameters,
      here(),
      verifier,
      this.options,
    );
    const tokens = await oauth.processAuthorizationCodeResponse(this.server, this.client, answer, {
      expectedNonce: nonce,
      requireIdToken: true,
    });
    sessionStorage.setItem('id', need(tokens.id_token));
    return this.keep(tokens, need(oauth.getValidatedIdTokenClaims(tokens)).sub);
  }

  private async renew(): Promise<Person | null> {
    // One after the other, and each with the newest: two that showed the same refresh token would be taken for a thief and its victim.
    return navigator.locks.request('refresh', async () => {
      const refresh = sessionStorage.getItem('refresh');
      if (refresh === null) return null;
      try {
        const answer = await oauth.refreshTokenGrantRequest(
          this.server,
          this.client,
          oauth.None(),
          refresh,
          this.options,
        );
        const tokens = await oauth.processRefreshTokenResponse(this.server, this.client, answer);
        return await this.keep(tokens, oauth.skipSubjectCheck);
      } catch (refused) {
        // Only an answer of Kennel ends the visit; a network that is away does not.
        if (refused instanceof oauth.ResponseBodyError) this.forget();
        else throw refused;
        return null;
      }
    });
  }

  private async keep(
    tokens: oauth.TokenEndpointResponse,
    subject: string | typeof oauth.skipSubjectCheck,
  ): Promise<Person> {
    this.tokens = { access: tokens.access_token, until: Date.now() + (tokens.expires_in ?? 0) * 1_000 - 5_000 };
    if (tokens.refresh_token !== undefined) sessionStorage.setItem('refresh', tokens.refresh_token);
    const told = await oauth.processUserInfoResponse(
      this.server,
      this.client,
      subject,
      await oauth.userInfoRequest(this.server, this.client, tokens.access_token, this.options),
    );
    return {
      id: told.sub,
      name: told.name ?? 'dispatcher',
      scope: (tokens.scope ?? SCOPE).split(' '),
      roles: Array.isArray(told.roles) ? told.roles.map(String) : [],
    };
  }

  private forget(): void {
    this.tokens = null;
    for (const key of ['refresh', 'id']) sessionStorage.removeItem(key);
  }
}

/** Plain HTTP is for a Kennel on this machine alone. */
function insecure({ issuer }: Settings): { [oauth.allowInsecureRequests]: boolean } {
  return { [oauth.allowInsecureRequests]: ['localhost', '127.0.0.1'].includes(new URL(issuer).hostname) };
}

/** Where Kennel sends the browser back to: this page, as it is registered. */
const here = (): string => `${location.origin}/`;

function need<T>(value: T | null | undefined): T {
  if (value === null || value === undefined) throw new Error('Kennel did not say it.');
  return value;
}
