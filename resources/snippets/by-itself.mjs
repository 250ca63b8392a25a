// npm install openid-client
import * as client from 'openid-client';
{{node_key}}
const issuer = new URL('{{issuer}}');
// Plain HTTP is for a Kennel on this machine alone.
const options = issuer.protocol === 'http:' ? { execute: [client.allowInsecureRequests] } : {};
const config = await client.discovery(issuer, '{{client_id}}', {{node_authentication}}, options);
const { access_token } = await client.clientCredentialsGrant(config, { scope: '{{own_scope}}' });

console.log(`Authorization: Bearer ${access_token}`);
