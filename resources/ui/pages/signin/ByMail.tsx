import { useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { Checkbox, TextField } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { PressLink } from '../../kit/Page';
import { useFirstFocus } from '../../kit/useFirstFocus';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { PageFrame, Submit } from '../PageFrame';
import { CodeField, isWhole } from '../verification/CodeField';
import { w } from '../words';

type Answer = Schemas['SignedIn'] | Schemas['FactorNeeded'];

/** Signing in by a message: the address first, then the code that stands in it. The link in it leads to a page of its own. */
export function ByMail({
  app,
  email: known,
  onDone,
  onBack,
}: {
  app: Schemas['App'];
  email: string;
  onDone: (done: Answer) => Promise<'leaves' | undefined> | undefined;
  /** to another way; null where there is none */
  onBack: (() => void) | null;
}) {
  const [email, setEmail] = useState(known);
  const [isSent, setSent] = useState(false);
  return isSent ? (
    <TypeCode app={app} email={email} onDone={onDone} onBack={() => setSent(false)} />
  ) : (
    <AskForIt app={app} email={email} onType={setEmail} onSent={() => setSent(true)} onBack={onBack} />
  );
}

function AskForIt({
  app,
  email,
  onType,
  onSent,
  onBack,
}: {
  app: Schemas['App'];
  email: string;
  onType: (email: string) => void;
  onSent: () => void;
  onBack: (() => void) | null;
}) {
  const box = useFirstFocus();
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    setRefusal(null);
    await answer(api.POST('/signins/mail', { body: { email, app: app.key } }));
    onSent();
  }, setRefusal);
  const wrong = refusal?.problem?.reasons.find(({ field }) => field === 'email')?.message;
  return (
    <PageFrame app={app} title={w.byMail.title}>
      <form onSubmit={submit} noValidate className="space-y-2">
        {refusal === null || wrong !== undefined ? null : (
          <Notice tone="stop" role="alert">
            {refusal.words}
          </Notice>
        )}
        <p>{w.byMail.about}</p>
        <TextField
          id={box}
          label={w.boxes.email}
          type="email"
          autoComplete="username"
          large
          value={email}
          onChange={(event) => onType(event.target.value)}
          error={wrong}
        />
        <Submit look={app.look} ready={email.trim() !== ''} busy={busy}>
          {w.byMail.send}
        </Submit>
      </form>
      {onBack === null ? null : (
        <p className="mt-5">
          <PressLink onClick={onBack}>{w.byMail.otherWay}</PressLink>
        </p>
      )}
    </PageFrame>
  );
}

function TypeCode({
  app,
  email,
  onDone,
  onBack,
}: {
  app: Schemas['App'];
  email: string;
  onDone: (done: Answer) => Promise<'leaves' | undefined> | undefined;
  onBack: () => void;
}) {
  const box = useFirstFocus();
  const [code, setCode] = useState('');
  const [keep, setKeep] = useState(false);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    setRefusal(null);
    return onDone(await answer(api.POST('/signins/mail/consume', { body: { email, code, keep } })));
  }, setRefusal);
  return (
    <PageFrame app={app} title={w.byMail.title}>
      <form onSubmit={submit} noValidate className="space-y-2">
        <Notice tone="information" role="status">
          {w.byMail.sent(email)}
        </Notice>
        <CodeField app={app} id={box} code={code} onType={setCode} error={refusal?.words} />
        <Checkbox label={w.signIn.keep} checked={keep} onChange={(event) => setKeep(event.target.checked)} />
        <Submit look={app.look} ready={isWhole(app, code)} busy={busy}>
          {w.signIn.submit}
        </Submit>
      </form>
      <p className="mt-5">
        <PressLink onClick={onBack}>{w.byMail.again}</PressLink>
      </p>
    </PageFrame>
  );
}
