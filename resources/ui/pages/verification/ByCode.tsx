import { useState, type ReactNode } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { Submit } from '../PageFrame';
import { w } from '../words';
import { CodeField, isWhole } from './CodeField';
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
  return children(
    <form onSubmit={submit} noValidate className="mb-5 space-y-2">
      <CodeField app={app} code={code} onType={setCode} error={refusal?.words} />
      <Submit look={app.look} ready={isWhole(app, code)} busy={busy}>
        {w.verify.confirm}
      </Submit>
    </form>,
  );
}
