import { useEffect, useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { api } from '../api';

const PAUSE = 250;

/** The server's verdict on what has been typed so far, asked after each pause. Null until it has answered for these values. */
export function useVerdict(input: Schemas['SignupInput']): Schemas['Verdict'] | null {
  const typed = JSON.stringify(input);
  const [judged, setJudged] = useState<{ typed: string; verdict: Schemas['Verdict'] } | null>(null);
  useEffect(() => {
    let current = true;
    const timer = setTimeout(() => {
      answer(api.POST('/signups/verdict', { body: JSON.parse(typed) as Schemas['SignupInput'] })).then(
        (verdict) => (current ? setJudged({ typed, verdict }) : undefined),
        // Without an answer there is no verdict; the submit is judged by the server all the same.
        () => undefined,
      );
    }, PAUSE);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [typed]);
  return judged?.typed === typed ? judged.verdict : null;
}
