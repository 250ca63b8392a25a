import { useRef, useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { TextField } from '../../kit/Field';
import { Notice } from '../../kit/Marks';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { PageFrame, PageLink, Submit } from '../PageFrame';

/** Asks for the address, and says the same whether it is known or not. */
export function Recover({ app }: { app: Schemas['App'] }) {
  const [email, setEmail] = useState('');
  const [sent, setSent] = useState(false);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const key = useRef(crypto.randomUUID());
  const { submit, busy } = useSubmit(
    () =>
      answer(api.POST('/recoveries', { body: { email }, params: { header: { 'Idempotency-Key': key.current } } })).then(
        () => setSent(true),
      ),
    (error) => {
      // Without an answer it may have been done; the same key then does it no second time.
      if (error.status !== 0) key.current = crypto.randomUUID();
      setRefusal(error);
    },
  );
  return (
    <PageFrame app={app} title={sent ? 'Look for our message' : 'A new password'}>
      {sent ? (
        <div className="space-y-3" role="status">
          <p>
            If <strong className="wrap-anywhere">{email}</strong> has an account here, a message with a link is on its
            way. The link works once, for a short time.
          </p>
          <p className="text-[15px] text-ink-soft">
            Nothing after a few minutes? Look among the unwanted mail, and check the address for a slip.
          </p>
        </div>
      ) : (
        <form onSubmit={submit} noValidate className="space-y-2">
          <p className="mb-3">We send a link to the address of your account. With it you choose a new password.</p>
          <TextField
            label="E-mail address"
            type="email"
            autoComplete="username"
            large
            value={email}
            onChange={(event) => setEmail(event.target.value)}
            error={refusal?.problem?.reasons.find((reason) => reason.field === 'email')?.message}
          />
          {refusal !== null && (refusal.problem?.reasons.length ?? 0) === 0 ? (
            <Notice tone="stop" role="alert">
              {refusal.words}
            </Notice>
          ) : null}
          <Submit look={app.look} busy={busy}>
            Send me the link
          </Submit>
        </form>
      )}
      <p className="mt-5">
        <PageLink href={pagePath('sign-in')}>Back to the sign-in page</PageLink>
      </p>
    </PageFrame>
  );
}
