/** Shown by an operator inside the console, in a rehearsal: everything this page asks for is answered by the rehearsal's own world. */
export const rehearsal = window.parent === window ? null : new URLSearchParams(window.location.search).get('rehearsal');

/** What a page tells the rehearsal around it: something was asked of its world, and answered. */
export interface Knocked {
  kennel: 'knocked';
  method: string;
  path: string;
  status: number;
}

const API = '/api/v1';
/** Of the answer as it came over the real wire, and not of the one within it. */
const OUTER = new Set(['content-encoding', 'content-length', 'transfer-encoding']);

/** Sends a request into the world of a rehearsal, and takes its answer out. */
export async function knock(id: string, request: Request): Promise<Response> {
  const url = new URL(request.url);
  const path = url.pathname.slice(API.length) + url.search;
  const body = await request.text();
  const sent = await fetch(`${API}/rehearsals/${id}/wire`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'Kennel-Surface': 'console' },
    body: JSON.stringify({
      method: request.method,
      path,
      headers: Object.fromEntries(request.headers),
      ...(body === '' ? {} : { body }),
    }),
  });
  if (!sent.ok) return sent;
  const answer = (await sent.json()) as { status: number; headers: Record<string, string>; body: string };
  const told: Knocked = {
    kennel: 'knocked',
    method: request.method,
    path: url.pathname.slice(API.length),
    status: answer.status,
  };
  window.parent.postMessage(told, window.location.origin);
  const headers = Object.entries(answer.headers).filter(([name]) => !OUTER.has(name));
  return new Response(answer.body === '' ? null : answer.body, { status: answer.status, headers });
}
