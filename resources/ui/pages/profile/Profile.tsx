import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Marks';
import { api, pagePath } from '../api';
import { PageFrame, PageLink } from '../PageFrame';
import { SendAgain } from '../verification/LookForMessage';

/** What the holder sees of their own account. */
export function Profile({ app }: { app: Schemas['App'] }) {
  const [session, setSession] = useState<Schemas['Session'] | ApiError | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  useEffect(() => {
    answer(api.GET('/session')).then(setSession, setSession);
  }, []);
  if (session === null) return null;
  if (session instanceof ApiError) {
    return (
      <PageFrame app={app} title="You are not signed in">
        <Notice tone="information">
          {session.status === 401 ? 'There is no session, or it has ended.' : session.words}
        </Notice>
        <p className="mt-5">
          <PageLink href={pagePath('sign-in')}>Sign in</PageLink>
        </p>
      </PageFrame>
    );
  }
  const signOut = () =>
    answer(api.DELETE('/session')).then(() => window.location.assign(pagePath('signed-out')), setFailure);
  const { account, standing } = session;
  const owesHere = standing.duties.some((duty) => duty === 'accept_terms' || duty === 'complete_fields');
  return (
    <PageFrame app={app} title={`Hello, ${account.name}`}>
      <dl className="mb-5 space-y-3">
        <Pair label="Name">{account.name}</Pair>
        <Pair label="E-mail address">
          <span className="font-mono text-[15px]">{account.email}</span>
        </Pair>
        <Pair label="Standing">
          {standing.access === 'full'
            ? 'full: nothing is owed'
            : `limited: ${standing.reasons.map((reason) => reason.message).join(' ')}`}
        </Pair>
      </dl>
      {standing.duties.includes('verify_email') ? (
        <div className="mb-5 space-y-3">
          <Notice tone="caution">
            Prove your address with the link we sent; until then most of {app.name} stays closed.
          </Notice>
          <SendAgain email={account.email} />
        </div>
      ) : null}
      {owesHere ? (
        <p className="mb-5">
          <a
            href={pagePath('details')}
            style={{ backgroundColor: app.look.colour, color: app.look.letters }}
            className="flex h-12 items-center justify-center rounded-control text-[17px] font-semibold"
          >
            Settle what is missing
          </a>
        </p>
      ) : app.fields.length > 0 ? (
        <p className="mb-5">
          <PageLink href={pagePath('details')}>Your details</PageLink>
        </p>
      ) : null}
      <p className="mb-5">
        <PageLink href={pagePath('edit')}>Edit your account</PageLink>
      </p>
      <p className="mb-5">
        <PageLink href={pagePath('password')}>Change your password</PageLink>
      </p>
      {failure === null ? null : (
        <Notice tone="stop" role="alert">
          {failure.words}
        </Notice>
      )}
      <Button size="large" onClick={() => void signOut()}>
        Sign out
      </Button>
    </PageFrame>
  );
}

function Pair({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div>
      <dt className="text-[14px] font-semibold text-ink-soft">{label}</dt>
      <dd className="wrap-anywhere">{children}</dd>
    </div>
  );
}
