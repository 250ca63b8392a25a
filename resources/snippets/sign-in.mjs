// npm install openid-client
import { randomBytes } from 'node:crypto';
import { createServer } from 'node:http';
import * as client from 'openid-client';
{{node_key}}
const issuer = new URL('{{issuer}}');
const redirect = '{{redirect_uri}}';
// Plain HTTP is for a Kennel on this machine alone.
const options = issuer.protocol === 'http:' ? { execute: [client.allowInsecureRequests] } : {};
const config = await client.discovery(issuer, '{{client_id}}', {{node_authentication}}, options);
/** What was asked for, by the cookie of the browser that asked. */
const asked = new Map();

createServer(async (request, response) => {
  const url = new URL(request.url, redirect);
  if (url.pathname !== new URL(redirect).pathname) {
    const [browser, verifier, state, nonce] = [
      randomBytes(32).toString('base64url'),
      client.randomPKCECodeVerifier(),
      client.randomState(),
      client.randomNonce(),
    ];
    asked.set(browser, { verifier, state, nonce });
    const to = client.buildAuthorizationUrl(config, {
      redirect_uri: redirect,
      scope: '{{scope}}',
      code_challenge: await client.calculatePKCECodeChallenge(verifier),
      code_challenge_method: 'S256',
      state,
      nonce,
    });
    response.writeHead(302, { Location: to.href, 'Set-Cookie': `asked=${browser}; HttpOnly; SameSite=Lax; Path=/` }).end();
    return;
  }
  const browser = /(?:^|; )asked=([\w-]+)/.exec(request.headers.cookie ?? '')?.[1];
  const { verifier, state, nonce } = asked.get(browser) ?? {};
  asked.delete(browser);
  try {
    const tokens = await client.authorizationCodeGrant(config, url, {
      pkceCodeVerifier: verifier,
      expectedState: state,
      expectedNonce: nonce,
      idTokenExpected: true,
    });
    const person = await client.fetchUserInfo(config, tokens.access_token, tokens.claims().sub);
    response.end(`Signed in: ${person.sub} ${(person.roles ?? []).join(', ')}\n`);
  } catch (error) {
    response.writeHead(400).end(`Nobody is signed in: ${error.error ?? error.message}\n`);
  }
}).listen(Number(process.env.PORT ?? 3000), '127.0.0.1');
