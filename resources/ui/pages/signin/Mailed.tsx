import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Checkbox } from '../../kit/Field';
import { needsSecondStep, type FactorNeeded } from '../../kit/SecondStep';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { api, linkToken, pagePath } from '../api';
import { BadLink, Loading, PageFrame, Submit } from '../PageFrame';
import { w } from '../words';
import { goOn } from './goOn';
import { PageSecondStep } from './PageSecondStep';

/** Behind the link of a message: pressing the button signs in, opening the page does not. */
export function Mailed({ app }: { app: Schemas['App'] }) {
  const [token] = useState(() => linkToken() ?? '');
  const [found, setFound] = useState<{ address: string } | ApiError | null>(null);
  const [keep, setKeep] = useState(false);
  const [step, setStep] = useState<FactorNeeded | null>(null);
  useEffect(() => {
    answer(api.POST('/signins/mail/inspect', { body: { token } })).then(setFound, setFound);
  }, [token]);
  const { submit, busy } = useSubmit(async () => {
    const done = await answer(api.POST('/signins/mail/consume', { body: { token, keep } }));
    if (!needsSecondStep(done)) return goOn();
    setStep(done);
    return undefined;
  }, setFound);
  if (found === null) return <Loading app={app} />;
  if (found instanceof ApiError) {
    return (
      <BadLink app={app} title={w.byMail.gone} error={found} href={pagePath('sign-in')}>
        {w.links.toSignIn}
      </BadLink>
    );
  }
  if (step !== null) {
    return <PageSecondStep app={app} step={step} onIn={() => goOn()} onOver={(over) => setFound(over)} />;
  }
  return (
    <PageFrame app={app} title={w.byMail.linkTitle}>
      <form onSubmit={submit} noValidate className="space-y-3">
        <p>{w.byMail.linkAbout}</p>
        <Text as="p" face="mono" className="wrap-anywhere">
          {found.address}
        </Text>
        <Checkbox label={w.signIn.keep} checked={keep} onChange={(event) => setKeep(event.target.checked)} />
        <Submit look={app.look} busy={busy}>
          {w.signIn.submit}
        </Submit>
      </form>
    </PageFrame>
  );
}
