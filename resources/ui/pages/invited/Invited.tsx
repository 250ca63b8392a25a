import { useCallback, useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { PasswordField } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { PageLink, PressLink, WideLink } from '../../kit/Page';
import { SigninRefusal } from '../../kit/SigninRefusal';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { api, linkToken, pagePath } from '../api';
import { Loading, PageFrame, Submit } from '../PageFrame';
import { ChoosePassword } from '../passwords/ChoosePassword';
import { goOn } from '../signin/goOn';
import { w } from '../words';
import { Offer, type Found } from './Offer';

type App = Schemas['App'];

const KEPT = 'invitation';

/** From the link; on the way back from signing in, as it was kept. Only in this tab, and only until it is accepted. */
function takeToken(): string {
  const fromLink = linkToken();
  if (fromLink !== null) sessionStorage.setItem(KEPT, fromLink);
  return fromLink ?? sessionStorage.getItem(KEPT) ?? '';
}

/** Behind the link of an invitation: who invites to what, and the way in. Opening it accepts nothing. */
export function Invited({ app }: { app: App }) {
  const [token] = useState(takeToken);
  const [found, setFound] = useState<Found | ApiError | null>(null);
  const [lost, setLost] = useState<readonly string[] | null>(null);
  const look = useCallback(() => {
    answer(api.POST('/invitations/inspect', { body: { token } })).then(setFound, setFound);
  }, [token]);
  useEffect(look, [look]);
  if (found === null) return <Loading app={app} />;
  if (found instanceof ApiError) return <Refused app={app} error={found} />;
  const accepted = async (gone: readonly string[]) => {
    sessionStorage.removeItem(KEPT);
    if (gone.length === 0) await goOn();
    else setLost(gone);
  };
  if (lost !== null) {
    return (
      <PageFrame app={app} title={w.invited.doneTitle}>
        <Notice tone="good" role="status">
          {w.invited.done}
        </Notice>
        <p className="mt-4">{w.invited.lost(lost.join(', '))}</p>
        <p className="mt-5">
          <PressLink onClick={() => void goOn()}>{w.links.goOn}</PressLink>
        </p>
      </PageFrame>
    );
  }
  const title = w.invited.title(app.name);
  if (found.asks === 'password') {
    return (
      <ChoosePassword
        app={app}
        title={title}
        address={found.address}
        asksName
        knownName={found.name}
        button={w.invited.accept}
        send={async (password, name) => {
          const done = await answer(api.POST('/invitations/accept', { body: { token, password, ...name } }));
          await accepted(done.lost);
        }}
        onRefused={setFound}
      >
        <Offer found={found} />
        <p className="mb-3">{w.invited.choose}</p>
      </ChoosePassword>
    );
  }
  return (
    <PageFrame app={app} title={title}>
      <Offer found={found} />
      {found.asks === 'temporary' ? <Temporary app={app} address={found.address} onIn={() => accepted([])} /> : null}
      {found.asks === 'nothing' ? (
        <AcceptHere app={app} token={token} address={found.address} onAccepted={accepted} onRefused={setFound} />
      ) : null}
      {found.asks === 'sign_in' ? <ForAccount app={app} onSignedOut={look} /> : null}
    </PageFrame>
  );
}

function Temporary({ app, address, onIn }: { app: App; address: string; onIn: () => Promise<void> }) {
  const [password, setPassword] = useState('');
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    await answer(api.POST('/sessions', { body: { email: address, password, keep: false } }));
    await onIn();
    return 'leaves';
  }, setRefusal);
  return (
    <form onSubmit={submit} noValidate className="space-y-2">
      <SigninRefusal refusal={refusal} />
      <input type="hidden" autoComplete="username" value={address} readOnly />
      <PasswordField
        label={w.invited.temporary}
        autoComplete="current-password"
        large
        value={password}
        onChange={(event) => setPassword(event.target.value)}
        help={w.invited.temporaryHelp}
      />
      <Submit look={app.look} busy={busy} ready={password !== ''}>
        {w.invited.accept}
      </Submit>
    </form>
  );
}

function AcceptHere({
  app,
  token,
  address,
  onAccepted,
  onRefused,
}: {
  app: App;
  token: string;
  address: string;
  onAccepted: (lost: readonly string[]) => Promise<void>;
  onRefused: (error: ApiError) => void;
}) {
  const { submit, busy } = useSubmit(async () => {
    const done = await answer(api.POST('/invitations/accept', { body: { token } }));
    await onAccepted(done.lost);
  }, onRefused);
  return (
    <form onSubmit={submit} noValidate className="space-y-3">
      <Text as="p" className="wrap-anywhere">
        {w.invited.signedInAs(address)}
      </Text>
      <Submit look={app.look} busy={busy}>
        {w.invited.acceptHere}
      </Submit>
    </form>
  );
}

/** There is an account under the address: whoever is signed in to another is told, and let go on. */
function ForAccount({ app, onSignedOut }: { app: App; onSignedOut: () => void }) {
  const [other, setOther] = useState<string | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  useEffect(() => {
    answer(api.GET('/session')).then(
      ({ account }) => setOther(account.email),
      () => setOther(null),
    );
  }, []);
  const { submit, busy } = useSubmit(async () => {
    await answer(api.DELETE('/session'));
    setOther(null);
    onSignedOut();
  }, setFailure);
  if (other !== null) {
    return (
      <form onSubmit={submit} className="space-y-4">
        <Notice tone="caution">
          {w.invited.signedInAs(other)} {w.invited.forAnother}
        </Notice>
        {failure === null ? null : <Notice tone="stop">{failure.words}</Notice>}
        <Button type="submit" size="large" aria-disabled={busy}>
          {w.invited.signOut}
        </Button>
      </form>
    );
  }
  return (
    <div className="space-y-4">
      <p>{w.invited.hasAccount}</p>
      <WideLink look={app.look} href={pagePath('sign-in', 'to=invited')}>
        {w.invited.signIn}
      </WideLink>
    </div>
  );
}

function Refused({ app, error }: { app: App; error: ApiError }) {
  const code = (error.problem?.reasons[0]?.code ?? '').replace('invitation.', '');
  const { refused } = w.invited;
  const titles: Readonly<Record<string, string>> = refused;
  return (
    <PageFrame app={app} title={code === 'other' ? refused.other : (titles[code] ?? refused.other)}>
      <Notice tone={code === 'accepted' ? 'information' : 'caution'} role="alert">
        {error.words}
      </Notice>
      <p className="mt-5">
        <PageLink href={pagePath('sign-in')}>{w.links.toSignIn}</PageLink>
      </p>
    </PageFrame>
  );
}
