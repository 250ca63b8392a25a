import { useEffect, useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { api } from '../api';

const PAUSE = 250;

/**
 * The server's verdict on what has been typed so far, asked after each pause. Null until it has answered for these values.
 *
 * `judge` must be the same function at every render.
 *
 * @param under what it is judged by: asked again when that is another
 */
export function useVerdict<T, V>(input: T, judge: (input: T) => Promise<V>, under: unknown = null): V | null {
  const typed = JSON.stringify(input);
  const [judged, setJudged] = useState<{ typed: string; under: unknown; verdict: V } | null>(null);
  useEffect(() => {
    let current = true;
    const timer = setTimeout(() => {
      judge(JSON.parse(typed) as T).then(
        (verdict) => (current ? setJudged({ typed, under, verdict }) : undefined),
        // Without an answer there is no verdict; the submit is judged by the server all the same.
        () => undefined,
      );
    }, PAUSE);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [typed, judge, under]);
  return judged?.typed === typed && judged.under === under ? judged.verdict : null;
}

export interface Candidate {
  password: string;
  email: string | null;
  name?: string | null;
  app?: string | null;
}

/** What the rules and the estimate say of a new password. */
export function judgePassword(candidate: Candidate): Promise<Schemas['PasswordVerdict']> {
  return answer(api.POST('/passwords/verdict', { body: candidate }));
}

/** The last verdict stays beside its box while the next is on its way: text that comes and goes is worse than text a moment old. */
export function useLast<T>(value: T | null): T | null {
  const [last, setLast] = useState(value);
  if (value !== null && value !== last) setLast(value);
  return value ?? last;
}

/** Times a request, for the bench around a tried page. */
export async function timed<T>(request: Promise<T>): Promise<{ result: T; milliseconds: number }> {
  const began = performance.now();
  const result = await request;
  return { result, milliseconds: performance.now() - began };
}
