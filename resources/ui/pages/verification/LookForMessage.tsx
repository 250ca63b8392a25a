import { useEffect, useRef, type ReactNode } from 'react';
import type { Schemas } from '../../api/client';
import { Outcome, PressLink } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { PageFrame } from '../PageFrame';
import { w } from '../words';
import { ByCode } from './ByCode';
import { SendAgain } from './SendAgain';

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
  const { way, resend_after: every } = app.verification;
  const sent = way === 'link' ? w.checkMail.sent : way === 'code' ? w.checkMail.sentCode : w.checkMail.sentEither;
  const page = (form: ReactNode) => (
    <PageFrame app={app} title={w.checkMail.title}>
      <Outcome box={heading}>
        <p>
          {sent[0]}
          <strong className="wrap-anywhere">
            <bdi>{email}</bdi>
          </strong>
          {sent[1]}
        </p>
        <Text as="p" size="note" tone="soft">
          {w.checkMail.nothingYet} <PressLink onClick={onBack}>{w.checkMail.wrong}</PressLink>
        </Text>
      </Outcome>
      {form}
      <SendAgain email={email} every={every} wasJustSent />
    </PageFrame>
  );
  return way === 'link' ? (
    page(null)
  ) : (
    <ByCode app={app} email={email}>
      {page}
    </ByCode>
  );
}
