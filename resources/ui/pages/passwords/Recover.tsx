import { useRef, useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { TextField } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { PageLink, PressLink } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { PageFrame, Submit } from '../PageFrame';
import { w } from '../words';

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
    <PageFrame app={app} title={sent ? w.checkMail.title : w.recover.title}>
      {sent ? (
        <div className="space-y-3" role="status">
          <p>
            {w.recover.sent[0]}
            <strong className="wrap-anywhere">
              <bdi>{email}</bdi>
            </strong>
            {w.recover.sent[1]}
          </p>
          <Text as="p" size="note" tone="soft">
            {w.checkMail.nothingYet} <PressLink onClick={() => setSent(false)}>{w.recover.wrong}</PressLink>
          </Text>
        </div>
      ) : (
        <form onSubmit={submit} noValidate className="space-y-2">
          <p className="mb-3">{w.recover.about}</p>
          <TextField
            label={w.boxes.email}
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
            {w.recover.submit}
          </Submit>
        </form>
      )}
      <p className="mt-5">
        <PageLink href={pagePath('sign-in')}>{w.links.backToSignIn}</PageLink>
      </p>
    </PageFrame>
  );
}
