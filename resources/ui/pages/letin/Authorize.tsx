import { useEffect, useRef, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Notice';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { BadLink, Loading, PageFrame, Submit } from '../PageFrame';
import { goOn } from '../signin/goOn';
import { w } from '../words';
import { ScopeList } from './ScopeList';
import { SignedInAs } from './SignedInAs';
import { dropAuthorization, keepHint, takeAuthorization } from './waiting';

type Step = Schemas['AuthorizationStep'];

/** Sends the browser to whatever is next. @returns what has to be shown here, if anything */
function follow(step: Step): Step | null {
  keepHint(step.login_hint ?? null);
  if (step.address !== undefined) {
    dropAuthorization();
    // In this page's place: the way back from the app leads to where they came from.
    window.location.replace(step.address);
    return null;
  }
  if (step.step === 'consent') return step;
  if (step.step === 'complete') void goOn();
  else window.location.replace(pagePath(step.step === 'sign_up' ? 'sign-up' : 'sign-in'));
  return null;
}

/** Where an app sends people to be let in. Mostly nothing is to be seen of it. */
export function Authorize({ app }: { app: Schemas['App'] }) {
  const [token] = useState(takeAuthorization);
  const [shown, setShown] = useState<Step | ApiError | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const isAsked = useRef(false);
  useEffect(() => {
    if (isAsked.current) return;
    isAsked.current = true;
    answer(api.POST('/authorizations/next', { body: { token: token ?? '' } })).then(
      (step) => {
        setShown(follow(step));
      },
      (error: ApiError) => {
        dropAuthorization();
        setShown(error);
      },
    );
  }, [token]);
  const agree = useSubmit(async () => {
    const account = shown instanceof ApiError ? undefined : shown?.asks?.account.id;
    const next = follow(
      await answer(api.POST('/authorizations/agree', { body: { token: token ?? '', account: account ?? '' } })),
    );
    // Asked once more where somebody else is signed in by now.
    if (next === null) return 'leaves';
    setShown(next);
    return undefined;
  }, setFailure);
  const refuse = useSubmit(async () => {
    const { address } = await answer(api.POST('/authorizations/refuse', { body: { token: token ?? '' } }));
    dropAuthorization();
    window.location.replace(address);
    return 'leaves';
  }, setFailure);
  if (shown instanceof ApiError) {
    return (
      <BadLink app={app} title={w.letIn.over} error={shown} href={app.home ?? pagePath('profile')}>
        {app.home === null ? w.links.profile : w.signedOut.toApp(app.name)}
      </BadLink>
    );
  }
  if (shown?.asks === undefined) return <Loading app={app} />;
  const { asks } = shown;
  return (
    <PageFrame app={app} title={w.letIn.title(asks.app)}>
      <form onSubmit={agree.submit} noValidate className="space-y-5">
        {failure === null ? null : (
          <Notice tone="stop" role="alert">
            {failure.words}
          </Notice>
        )}
        <SignedInAs account={asks.account} />
        <ScopeList scope={asks.scope} title={w.letIn.wants(asks.app)} />
        <p>{w.letIn.later}</p>
        <Submit look={app.look} busy={agree.busy}>
          {w.letIn.agree}
        </Submit>
        <Button size="large" aria-disabled={refuse.busy} onClick={() => refuse.submit()}>
          {w.letIn.refuse}
        </Button>
      </form>
    </PageFrame>
  );
}
