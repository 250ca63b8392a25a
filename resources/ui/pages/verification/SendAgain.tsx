import { useEffect, useState } from 'react';
import { answer } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Notice';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { w } from '../words';

/** Another message, as often as the rules let one out: until then it says how long that takes. */
export function SendAgain({
  email,
  every,
  wasJustSent = false,
}: {
  email: string;
  /** In seconds. */
  every: number;
  wasJustSent?: boolean;
}) {
  const [said, setSaid] = useState<string | null>(null);
  const [left, setLeft] = useState(wasJustSent ? every : 0);
  useEffect(() => {
    if (left === 0) return;
    const timer = setTimeout(() => setLeft(left - 1), 1000);
    return () => clearTimeout(timer);
  }, [left]);
  const { submit, busy } = useSubmit(
    () =>
      answer(
        api.POST('/verifications', { body: { email }, params: { header: { 'Idempotency-Key': crypto.randomUUID() } } }),
      ).then(() => {
        setSaid(w.checkMail.onItsWay);
        setLeft(every);
      }),
    (error) => setSaid(error.words),
  );
  const isHeld = busy || left > 0;
  return (
    <div className="space-y-3">
      <Button size="large" aria-disabled={isHeld} onClick={() => (isHeld ? undefined : submit())}>
        {left === 0 ? w.checkMail.again : w.checkMail.againIn(clock(left))}
      </Button>
      <div aria-live="polite">{said === null ? null : <Notice tone="information">{said}</Notice>}</div>
    </div>
  );
}

const clock = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
