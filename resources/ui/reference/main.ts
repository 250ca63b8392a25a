import './reference.css';
import 'swagger-ui-dist/swagger-ui.css';
import SwaggerUI from 'swagger-ui-dist/swagger-ui-es-bundle.js';

/*
 * The API, drawn from the documents that describe it. Its requests run, as whoever is signed in here.
 */
const DOCUMENTS = [
  { key: 'accounts', name: 'Accounts, rules, evidence', url: '/api/v1/openapi.json' },
  { key: 'tokens', name: 'Tokens: OAuth, OpenID Connect', url: '/oauth/openapi.json' },
] as const;

const asked = new URLSearchParams(location.search).get('of');
const shown = DOCUMENTS.find(({ key }) => key === asked) ?? DOCUMENTS[0];

const head = document.createElement('header');
const title = document.createElement('h1');
title.textContent = 'Kennel: the API';
const nav = document.createElement('nav');
nav.setAttribute('aria-label', 'Documents');
for (const { key, name } of DOCUMENTS) {
  const link = document.createElement('a');
  link.href = `?of=${key}`;
  link.textContent = name;
  if (key === shown.key) link.setAttribute('aria-current', 'page');
  nav.append(link);
}
const raw = document.createElement('a');
raw.href = shown.url;
raw.textContent = 'The document (OpenAPI 3.1)';
nav.append(raw);
head.append(title, nav);
const main = document.createElement('div');
main.id = 'reference';
document.getElementById('root')?.append(head, main);

SwaggerUI({
  url: shown.url,
  domNode: main,
  docExpansion: 'none',
  deepLinking: true,
  defaultModelsExpandDepth: -1,
  filter: true,
  tryItOutEnabled: true,
  validatorUrl: null,
  withCredentials: true,
  // The console's cookie, unless the request says whose pages it is from.
  requestInterceptor: (request: { url: string; headers: Record<string, string> }) => {
    if (new URL(request.url, location.href).pathname.startsWith('/api/'))
      request.headers['Kennel-Surface'] ??= 'console';
    return request;
  },
});
