import type { Middleware } from 'openapi-fetch';

/** Somebody was asked for their password: what waits for it. */
export interface Asked {
  /** True when the password was confirmed, false when they let it be. */
  settle: (confirmed: boolean) => void;
}

type Listener = (asked: Asked | null) => void;

let listener: Listener | null = null;
let pending: Promise<boolean> | null = null;

/** The dialog listens here; null means that nobody is asked. */
export function listen(to: Listener): () => void {
  listener = to;
  return () => {
    listener = null;
  };
}

/** Several acts refused at once are one question. */
function ask(): Promise<boolean> {
  pending ??= new Promise<boolean>((resolve) => {
    const settle = (confirmed: boolean) => {
      pending = null;
      listener?.(null);
      resolve(confirmed);
    };
    if (listener === null) settle(false);
    else listener({ settle });
  });
  return pending;
}

/**
 * An act that hands out power is refused when the password was not typed lately. Then it is asked for, and the very same request is
 * sent once more: the dialog the act was begun in stays open, with everything that was typed.
 */
export function proofMiddleware(): Middleware {
  const copies = new Map<string, Request>();
  return {
    onRequest({ request, id }) {
      if (request.method !== 'GET') copies.set(id, request.clone());
      return undefined;
    },
    async onResponse({ response, id }) {
      const copy = copies.get(id);
      copies.delete(id);
      if (copy === undefined || response.status !== 403) return undefined;
      const problem = (await response.clone().json()) as { code?: string };
      if (problem.code !== 'session.proof_required' || !(await ask())) return undefined;
      return fetch(copy);
    },
    onError({ id }) {
      copies.delete(id);
      return undefined;
    },
  };
}
