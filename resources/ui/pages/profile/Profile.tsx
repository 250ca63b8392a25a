import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Notice';
import { PageLink, Pair, WideLink } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { Loading, NotSignedIn, PageFrame } from '../PageFrame';
import { w } from '../words';
import { landing } from '../signin/goOn';
import { SendAgain } from '../verification/SendAgain';

/** What the holder sees of their own account. */
export function Profile({ app }: { app: Schemas['App'] }) {
  const [session, setSession] = useState<Schemas['Session'] | ApiError | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(
    () =>
      answer(api.DELETE('/session')).then(() => {
        window.location.assign(pagePath('signed-out'));
        return 'leaves';
      }),
    setFailure,
  );
  useEffect(() => {
    answer(api.GET('/session')).then(setSession, setSession);
  }, []);
  const [ahead, setAhead] = useState<string | null>(null);
  useEffect(() => {
    void landing().then(({ address }) => setAhead(address));
  }, []);
  if (session === null) return <Loading app={app} />;
  if (session instanceof ApiError) {
    return <NotSignedIn app={app} error={session} />;
  }
  const { account, standing } = session;
  const owesHere = standing.duties.some((duty) => duty === 'accept_terms' || duty === 'complete_fields');
  return (
    <PageFrame app={app} title={w.profile.title(account.name)}>
      <dl className="mb-5 space-y-3">
        <Pair label={w.boxes.name}>
          <bdi>{account.name}</bdi>
        </Pair>
        <Pair label={w.boxes.email}>
          <Text as="bdi" face="mono" size="note">
            {account.email}
          </Text>
        </Pair>
        <Pair label={w.profile.access}>
          {standing.access === 'full'
            ? w.profile.full
            : [w.profile.limited, ...standing.reasons.map((reason) => reason.message)].join(' ')}
        </Pair>
      </dl>
      {ahead === null ? null : (
        <p className="mb-5">
          <WideLink look={app.look} href={ahead}>
            {w.profile.toApp(app.name)}
          </WideLink>
        </p>
      )}
      {standing.duties.includes('verify_email') ? (
        <div className="mb-5 space-y-3">
          <Notice tone="caution">{w.profile.unverified(app.name)}</Notice>
          {app.verification.way === 'link' ? null : (
            <p>
              <PageLink href={pagePath('verify')}>{w.profile.typeCode}</PageLink>
            </p>
          )}
          <SendAgain email={account.email} every={app.verification.resend_after} />
        </div>
      ) : null}
      {owesHere ? (
        <p className="mb-5">
          <WideLink look={app.look} href={pagePath('details')}>
            {w.profile.complete}
          </WideLink>
        </p>
      ) : app.fields.length > 0 ? (
        <p className="mb-5">
          <PageLink href={pagePath('details')}>{w.profile.details}</PageLink>
        </p>
      ) : null}
      <p className="mb-5">
        <PageLink href={pagePath('edit')}>{w.profile.edit}</PageLink>
      </p>
      <p className="mb-5">
        <PageLink href={pagePath('password')}>{w.profile.password}</PageLink>
      </p>
      <p className="mb-5">
        <PageLink href={pagePath('factors')}>{w.profile.factors}</PageLink>
      </p>
      <p className="mb-5">
        <PageLink href={pagePath('devices')}>{w.profile.devices}</PageLink>
      </p>
      <p className="mb-5">
        <PageLink href={pagePath('apps')}>{w.access.title}</PageLink>
      </p>
      {app.providers.length === 0 ? null : (
        <p className="mb-5">
          <PageLink href={pagePath('providers')}>{w.outside.title}</PageLink>
        </p>
      )}
      <p className="mb-5">
        <PageLink href={pagePath('address')}>{w.profile.address}</PageLink>
      </p>
      <p className="mb-5">
        <PageLink href={pagePath('data')}>{w.profile.data}</PageLink>
      </p>
      <p className="mb-5">
        <PageLink href={pagePath('sharing')}>{w.profile.sharing}</PageLink>
      </p>
      <p className="mb-5">
        <PageLink href={pagePath('close')}>{w.profile.close}</PageLink>
      </p>
      {failure === null ? null : (
        <Notice tone="stop" role="alert">
          {failure.words}
        </Notice>
      )}
      <Button size="large" aria-disabled={busy} onClick={() => submit()}>
        {w.profile.signOut}
      </Button>
    </PageFrame>
  );
}
