import { useEffect, useRef, useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Marks';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { PageFrame } from '../PageFrame';

/** After signing up. Says the same to somebody new and to somebody who is registered already. */
export function LookForMessage({ app, email }: { app: Schemas['App']; email: string }) {
  const heading = useRef<HTMLDivElement>(null);
  useEffect(() => heading.current?.focus(), []);
  return (
    <PageFrame app={app} title="Look for our message">
      <div ref={heading} tabIndex={-1} className="mb-5 space-y-3 outline-none" role="status">
        <p>
          We have sent a message to <strong className="wrap-anywhere">{email}</strong>. Open it and follow its link to
          go on.
        </p>
        <p className="text-[15px] text-ink-soft">
          Nothing after a few minutes? Look among the unwanted mail, and check the address for a slip.
        </p>
      </div>
      <SendAgain email={email} />
    </PageFrame>
  );
}

export function SendAgain({ email }: { email: string }) {
  const [said, setSaid] = useState<string | null>(null);
  const { submit, busy } = useSubmit(
    () =>
      answer(
        api.POST('/verifications', { body: { email }, params: { header: { 'Idempotency-Key': crypto.randomUUID() } } }),
      ).then(() =>
        setSaid('If the address still needs its proof, a message is on its way. At most one a minute is sent.'),
      ),
    (error) => setSaid(error.words),
  );
  return (
    <div className="space-y-3">
      <Button size="large" aria-disabled={busy} onClick={() => submit()}>
        Send it again
      </Button>
      <div aria-live="polite">{said === null ? null : <Notice tone="information">{said}</Notice>}</div>
    </div>
  );
}
