import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Checkbox } from '../../kit/Field';
import { boxId } from '../../kit/FieldBox';
import { Notice } from '../../kit/Notice';
import { PageLink, PressLink } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { CurrentPassword } from './CurrentPassword';
import { api, pagePath } from '../api';
import { Mistakes, PageFrame, Submit } from '../PageFrame';
import { goOn } from '../signin/goOn';
import { w } from '../words';
import { useNewPassword } from './NewPassword';

/** Asks for the password there is, and for the new one twice. */
export function ChangePassword({ app }: { app: Schemas['App'] }) {
  const [email, setEmail] = useState<string | null>(null);
  const [current, setCurrent] = useState('');
  const [endOthers, setEndOthers] = useState(true);
  const [pressed, setPressed] = useState(0);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const [done, setDone] = useState(false);
  const [wasOwed, setWasOwed] = useState(false);
  const [compromised, setCompromised] = useState(false);
  const typed = useNewPassword(email);
  const { submit, busy } = useSubmit(async () => {
    setRefusal(null);
    if (!typed.mayBeSent || current === '') {
      typed.touchAll();
      setPressed(pressed + 1);
      return;
    }
    await answer(api.PUT('/account/password', { body: { current, password: typed.password, end_others: endOthers } }));
    setDone(true);
  }, setRefusal);
  useEffect(() => {
    // Without a session there is nothing to change; the sign-in page is the way to one.
    answer(api.GET('/session')).then(
      (session) => {
        setEmail(session.account.email);
        setWasOwed(session.standing.duties.includes('change_password'));
        setCompromised(session.standing.reasons.some(({ code }) => code === 'duty.change_password_compromised'));
      },
      (error: ApiError) => (error.status === 401 ? window.location.assign(pagePath('sign-in')) : setRefusal(error)),
    );
  }, []);
  if (done) {
    return (
      <PageFrame app={app} title={w.change.doneTitle}>
        <Notice tone="good" role="status">
          {w.change.done}
          {endOthers ? w.change.othersEnded : ''}
        </Notice>
        <p className="mt-5">
          {wasOwed ? (
            <PressLink onClick={() => void goOn()}>{w.links.goOn}</PressLink>
          ) : (
            <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
          )}
        </p>
      </PageFrame>
    );
  }
  if (compromised && email !== null) return <Compromised app={app} email={email} />;
  const wrong = refusal?.problem?.reasons.find(({ field }) => field === 'current')?.message;
  const missing = pressed > 0 && current === '' ? w.checks.current : undefined;
  return (
    <PageFrame app={app} title={w.change.title}>
      <form onSubmit={submit} noValidate className="space-y-2">
        <Mistakes
          key={pressed}
          mistakes={
            pressed === 0
              ? []
              : [
                  ...(missing === undefined
                    ? []
                    : [{ id: boxId('current'), label: w.boxes.current, message: missing }]),
                  ...typed.mistakes,
                ]
          }
        />
        {refusal !== null && wrong === undefined ? (
          <Notice tone="stop" role="alert">
            {refusal.words}
          </Notice>
        ) : null}
        <CurrentPassword value={current} error={wrong ?? missing} onChange={setCurrent} />
        {typed.boxes}
        <Checkbox
          label={w.change.endOthers}
          checked={endOthers}
          onChange={(event) => setEndOthers(event.target.checked)}
        />
        <div className="pt-2">
          <Submit look={app.look} ready={typed.isReady && current !== ''} busy={busy}>
            {w.change.submit}
          </Submit>
        </div>
      </form>
      <p className="mt-5">
        <PageLink href={pagePath('profile')}>{w.change.cancel}</PageLink>
      </p>
    </PageFrame>
  );
}

/** Others may know the password, so knowing it is no proof; the mailbox is. */
function Compromised({ app, email }: { app: Schemas['App']; email: string }) {
  const [sent, setSent] = useState(false);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(
    () => answer(api.POST('/recoveries', { body: { email } })).then(() => setSent(true)),
    setRefusal,
  );
  return (
    <PageFrame app={app} title={w.change.compromisedTitle}>
      <div className="space-y-4">
        <Notice tone="caution">
          {w.change.compromised[0]}
          <Text as="bdi" face="mono" className="wrap-anywhere">
            {email}
          </Text>
          {w.change.compromised[1]}
        </Notice>
        {refusal === null ? null : (
          <Notice tone="stop" role="alert">
            {refusal.words}
          </Notice>
        )}
        {sent ? (
          <Notice tone="good" role="status">
            {w.change.resent}
          </Notice>
        ) : (
          <form onSubmit={submit}>
            <Submit look={app.look} busy={busy}>
              {w.change.resend}
            </Submit>
          </form>
        )}
      </div>
      <p className="mt-5">
        <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
      </p>
    </PageFrame>
  );
}
