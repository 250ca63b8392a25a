import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { answer, type ApiError } from '../../api/client';
import { Button } from '../../kit/Button';
import { Logo } from '../../kit/Marks';
import { SigninRefusal } from '../../kit/SigninRefusal';
import { useSubmit } from '../../kit/useSubmit';
import { useTitle } from '../../kit/useTitle';
import { api } from '../api';
import { Credentials } from './Credentials';

/** The id of the first box, for what leads here. */
export const SIGN_IN_ADDRESS = 'sign-in-address';

interface Keeper {
  name: string;
  email: string;
  password: string;
}

function demoKeeper(): Keeper | null {
  const content = document.querySelector<HTMLMetaElement>('meta[name="demo-keeper"]')?.content;
  return content === undefined ? null : (JSON.parse(content) as Keeper);
}

export function SignIn({ notice }: { notice?: ReactNode }) {
  const client = useQueryClient();
  useTitle('Sign in');
  const [keeper] = useState(demoKeeper);
  const [typed, setTyped] = useState({ email: '', password: '' });
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(
    () => answer(api.POST('/sessions', { body: { ...typed, keep: false } })).then(() => client.resetQueries()),
    setRefusal,
  );
  return (
    <main className="min-h-full bg-well px-4 pt-[12vh]">
      <div className="mx-auto max-w-[400px] rounded-[10px] border border-line bg-sheet p-7 shadow-float">
        <h1 className="mb-5 flex items-center gap-2 text-title font-bold">
          <Logo /> Kennel console
        </h1>
        <form onSubmit={submit} noValidate className="space-y-1.5">
          {refusal === null ? notice : null}
          <SigninRefusal refusal={refusal} />
          <Credentials id={SIGN_IN_ADDRESS} typed={typed} onType={setTyped} />
          <Button type="submit" kind="act" size="large" aria-disabled={busy}>
            Sign in
          </Button>
        </form>
        {keeper === null ? null : (
          <section className="mt-5 border-t border-line pt-4" aria-label="Demo keeper">
            <p className="mb-2 text-small text-ink-soft">
              This is the demo. {keeper.name}, a made-up keeper, may do everything:
            </p>
            <p className="font-mono text-small">{keeper.email}</p>
            <p className="mb-3 font-mono text-small">{keeper.password}</p>
            <Button size="small" onClick={() => setTyped({ email: keeper.email, password: keeper.password })}>
              Fill them in
            </Button>
          </section>
        )}
      </div>
    </main>
  );
}
