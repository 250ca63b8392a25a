import { useEffect, useRef, useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { api, isTried } from '../api';

/**
 * Opens the form with the server, and does its waiting and its work while the person types, so that nobody is ever refused for
 * being quick. `ready` answers with what has to be sent along.
 */
export function useForm(app: string): {
  trap: boolean;
  ready: (trap: string) => Promise<Schemas['FormAnswer']>;
  reopen: () => void;
} {
  const [trap, setTrap] = useState(false);
  const [round, setRound] = useState(0);
  const opened = useRef<Promise<Opened> | null>(null);
  useEffect(() => {
    if (isTried) return;
    opened.current = open(app);
    opened.current.then(
      ({ form }) => setTrap(form.trap),
      // Opened once more when it is needed.
      () => undefined,
    );
  }, [app, round]);
  return {
    trap,
    ready: async (trapped) => {
      if (opened.current === null) return {};
      opened.current = opened.current.catch(() => open(app));
      const { form, answer: found, notBefore } = await opened.current;
      await new Promise((resolve) => setTimeout(resolve, Math.max(0, notBefore - performance.now())));
      return { token: form.token, trap: trapped, answer: found };
    },
    reopen: () => setRound((before) => before + 1),
  };
}

interface Opened {
  form: Schemas['OpenForm'];
  answer: string;
  notBefore: number;
}

async function open(app: string): Promise<Opened> {
  const form = await answer(api.POST('/signups/forms', { body: { app } }));
  // A little more than asked: the two clocks do not tick together.
  const notBefore = performance.now() + form.wait_seconds * 1000 + 150;
  return { form, answer: await work(form.challenge, form.work_bits), notBefore };
}

function work(challenge: string, bits: number): Promise<string> {
  if (bits === 0) return Promise.resolve('');
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./work.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<string>) => {
      worker.terminate();
      resolve(data);
    };
    worker.onerror = () => {
      worker.terminate();
      reject(new Error('The proof of work could not be done.'));
    };
    worker.postMessage({ challenge, bits });
  });
}
