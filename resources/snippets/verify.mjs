// npm install jose
import { createRemoteJWKSet, jwtVerify } from 'jose';
import { createInterface } from 'node:readline/promises';

const keys = createRemoteJWKSet(new URL('{{issuer}}/oauth/jwks'));

/** Whoever calls this API, by their access token. The keys are kept; nothing is asked for at each call. */
async function caller(token) {
  const { payload } = await jwtVerify(token, keys, { typ: 'at+jwt', issuer: '{{issuer}}', audience: '{{audience}}' });
  return payload;
}

const lines = createInterface({ input: process.stdin });
console.log((await caller(await lines.question(''))).sub);
lines.close();
