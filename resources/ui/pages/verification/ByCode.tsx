import { useState, type ReactNode } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { TextField } from '../../kit/Field';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { Submit } from '../PageFrame';
import { w } from '../words';
import { ProofSteps } from './ProofSteps';
import type { Found } from './pressing';

/** The code of the message, typed or pasted as it comes; what it proves goes on from there. */
export function ByCode({
  app,
  email,
  children,
}: {
  app: Schemas['App'];
  email: string;
  /** The page around the form. */
  children: (form: ReactNode) => ReactNode;
}) {
  const [code, setCode] = useState('');
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const { submit, busy } = useSubmit(async () => {
    setRefusal(null);
    setFound(await answer(api.POST('/verifications/inspect', { body: { email, code } })));
  }, setRefusal);
  if (found !== null) {
    const back = (error: ApiError) => {
      setRefusal(error);
      setFound(null);
    };
    return <ProofSteps app={app} shown={{ email, code }} found={found} onRefused={back} />;
  }
  const { code_length: length, code_has_letters: hasLetters } = app.verification;
  const typed = code.replace(/[^A-Za-z0-9]/g, '').length;
  return children(
    <form onSubmit={submit} noValidate className="mb-5 space-y-2">
      <TextField
        label={w.verify.code}
        autoComplete="one-time-code"
        inputMode={hasLetters ? 'text' : 'numeric'}
        autoCapitalize={hasLetters ? 'characters' : 'off'}
        spellCheck={false}
        large
        value={code}
        onChange={(event) => setCode(event.target.value)}
        error={refusal?.words}
        help={hasLetters ? w.verify.codeOfLetters(length) : w.verify.codeOfDigits(length)}
      />
      <Submit look={app.look} ready={typed === length} busy={busy}>
        {w.verify.confirm}
      </Submit>
    </form>,
  );
}
