import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { answer, type ApiError } from '../../api/client';
import { Button } from '../../kit/Button';
import { Logo } from '../../kit/Marks';
import { SigninRefusal } from '../../kit/SigninRefusal';
import { Sheet, Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { useTitle } from '../../kit/useTitle';
import { api } from '../api';
import { needsSecondStep, type FactorNeeded } from '../../kit/SecondStep';
import { ConsoleSecondStep } from './ConsoleSecondStep';
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
  const [step, setStep] = useState<FactorNeeded | null>(null);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    const done = await answer(api.POST('/sessions', { body: { ...typed, keep: false } }));
    if (needsSecondStep(done)) setStep(done);
    else await client.resetQueries();
  }, setRefusal);
  return (
    <Surface as="main" ground="well" className="min-h-full px-4 pt-[12vh]">
      <Sheet width="narrow">
        <Text as="h1" size="title" weight="bold" className="mb-5 flex items-center gap-2">
          <Logo /> Kennel console
        </Text>
        {step === null ? null : (
          <ConsoleSecondStep
            step={step}
            onDone={() => client.resetQueries()}
            onOver={(over) => {
              setRefusal(over);
              setStep(null);
            }}
          />
        )}
        {step === null ? (
          <form onSubmit={submit} noValidate className="space-y-1.5">
            {refusal === null ? notice : null}
            <SigninRefusal refusal={refusal} />
            <Credentials id={SIGN_IN_ADDRESS} typed={typed} onType={setTyped} />
            <Button type="submit" kind="act" size="large" aria-disabled={busy}>
              Sign in
            </Button>
          </form>
        ) : null}
        {keeper === null || step !== null ? null : (
          <Surface as="section" edge="top" className="mt-5 pt-4" aria-label="Demo keeper">
            <Note className="mb-2">This is the demo. {keeper.name}, a made-up keeper, may do everything:</Note>
            <Text as="p" face="mono" size="small">
              {keeper.email}
            </Text>
            <Text as="p" face="mono" size="small" className="mb-3">
              {keeper.password}
            </Text>
            <Button size="small" onClick={() => setTyped({ email: keeper.email, password: keeper.password })}>
              Fill them in
            </Button>
          </Surface>
        )}
      </Sheet>
    </Surface>
  );
}
