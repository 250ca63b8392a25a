// npm install oauth4webapi
import * as oauth from 'oauth4webapi';

const issuer = new URL('{{issuer}}');
const redirect = '{{redirect_uri}}';
const client = { client_id: '{{client_id}}' };
// Plain HTTP is for a Kennel on this machine alone.
const options = { [oauth.allowInsecureRequests]: issuer.protocol === 'http:' };
const server = await oauth.processDiscoveryResponse(issuer, await oauth.discoveryRequest(issuer, options));

/** Goes to Kennel, which sends the browser back to the redirect URI. */
export async function signIn() {
  const asked = {
    verifier: oauth.generateRandomCodeVerifier(),
    state: oauth.generateRandomState(),
    nonce: oauth.generateRandomNonce(),
  };
  sessionStorage.setItem('asked', JSON.stringify(asked));
  const to = new URL(server.authorization_endpoint);
  to.search = new URLSearchParams({
    response_type: 'code',
    client_id: client.client_id,
    redirect_uri: redirect,
    scope: '{{scope}}',
    state: asked.state,
    nonce: asked.nonce,
    code_challenge: await oauth.calculatePKCECodeChallenge(asked.verifier),
    code_challenge_method: 'S256',
  }).toString();
  location.assign(to);
}

/** Call it where the browser comes back to. Gives who signed in; throws where nobody did. */
export async function signedIn() {
  const { verifier, state, nonce } = JSON.parse(sessionStorage.getItem('asked'));
  sessionStorage.removeItem('asked');
  const parameters = oauth.validateAuthResponse(server, client, new URL(location.href), state);
  // The code is used up; it need not stay in the address.
  history.replaceState(null, '', redirect);
  const tokens = await oauth.processAuthorizationCodeResponse(
    server,
    client,
    await oauth.authorizationCodeGrantRequest(server, client, oauth.None(), parameters, redirect, verifier, options),
    { expectedNonce: nonce, requireIdToken: true },
  );
  const { sub } = oauth.getValidatedIdTokenClaims(tokens);
  return oauth.processUserInfoResponse(
    server,
    client,
    sub,
    await oauth.userInfoRequest(server, client, tokens.access_token, options),
  );
}
