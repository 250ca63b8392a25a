import { clientFor } from '../api/client';

export const api = clientFor('pages');

/** /a/{app}/{page} */
export function location(): { app: string; page: string } {
  const [, , app = '', page = ''] = window.location.pathname.split('/');
  return { app, page };
}

export function pagePath(page: string): string {
  return `/a/${location().app}/${page}`;
}
