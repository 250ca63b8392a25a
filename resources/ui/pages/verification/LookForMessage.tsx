import { useEffect, useRef, useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Notice';
import { Outcome, PressLink } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { PageFrame } from '../PageFrame';
import { w } from '../words';

/** After signing up. Says the same to somebody new and to somebody who is registered already. */
export function LookForMessage({
  app,
  email,
  onBack,
}: {
  app: Schemas['App'];
  email: string;
  /** Where the address is typed. */
  onBack: () => void;
}) {
  const heading = useRef<HTMLDivElement>(null);
  useEffect(() => heading.current?.focus(), []);
  return (
    <PageFrame app={app} title={w.checkMail.title}>
      <Outcome box={heading}>
        <p>
          {w.checkMail.sent[0]}
          <strong className="wrap-anywhere">
            <bdi>{email}</bdi>
          </strong>
          {w.checkMail.sent[1]}
        </p>
        <Text as="p" size="note" tone="soft">
          {w.checkMail.nothingYet} <PressLink onClick={onBack}>{w.checkMail.wrong}</PressLink>
        </Text>
      </Outcome>
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
      ).then(() => setSaid(w.checkMail.onItsWay)),
    (error) => setSaid(error.words),
  );
  return (
    <div className="space-y-3">
      <Button size="large" aria-disabled={busy} onClick={() => submit()}>
        {w.checkMail.again}
      </Button>
      <div aria-live="polite">{said === null ? null : <Notice tone="information">{said}</Notice>}</div>
    </div>
  );
}
