import { clientFor } from '../api/client';
import { knock, rehearsal } from './rehearsal';

const inRehearsal = rehearsal;
export const api = clientFor('pages', inRehearsal === null ? undefined : (request) => knock(inRehearsal, request));
// The language of the page is the language of what the server says on it.
api.use({
  onRequest({ request }) {
    request.headers.set('Accept-Language', document.documentElement.lang);
    return request;
  },
});

/** Tried by an operator inside the console, judged by the draft of the rules; nothing that is sent lasts. */
export const isTried = new URLSearchParams(window.location.search).get('try') === 'draft' && window.parent !== window;
if (isTried) {
  api.use({
    onRequest({ request }) {
      request.headers.set('Kennel-Rules', 'draft');
      return request;
    },
  });
}

/** What a tried page tells the bench around it. */
export interface Tried {
  kind: 'verdict' | 'rehearsal';
  request: unknown;
  response: unknown;
  milliseconds: number;
}

export function tellBench(message: Tried): void {
  if (isTried) window.parent.postMessage({ kennel: 'tried', ...message }, window.location.origin);
}

/** Calls back whenever the bench says that the draft is another now. @returns stops it */
export function onRules(changed: () => void): () => void {
  if (!isTried) return () => undefined;
  const listen = (event: MessageEvent<{ kennel?: string }>) => {
    if (event.origin === window.location.origin && event.data.kennel === 'rules') changed();
  };
  window.addEventListener('message', listen);
  return () => window.removeEventListener('message', listen);
}

/** What the link of a message carries. It stands in the fragment, which is sent to no server and stands in no log; null without one. */
export function linkToken(): string | null {
  return new URLSearchParams(window.location.hash.slice(1)).get('t');
}

/** /a/{app}/{page} */
export function location(): { app: string; page: string } {
  const [, , app = '', page = ''] = window.location.pathname.split('/');
  return { app, page };
}

/** @param query what goes along, without its "?" */
export function pagePath(page: string, query = ''): string {
  const kept = rehearsal === null ? (isTried ? 'try=draft' : '') : `rehearsal=${rehearsal}`;
  // The language that an app wished for goes along for as long as the person is on their way.
  const lang = new URLSearchParams(window.location.search).get('lang');
  const all = [kept, lang === null ? '' : `lang=${encodeURIComponent(lang)}`, query]
    .filter((part) => part !== '')
    .join('&');
  return `/a/${location().app}/${page}${all === '' ? '' : `?${all}`}`;
}
