import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { PasswordField, TextField } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { PageLink, PressLink } from '../../kit/Page';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { Loading, PageFrame, Submit } from '../PageFrame';
import { w } from '../words';
import { SendAgain } from './LookForMessage';
import { isOfTheLink, type Found, type PressProps } from './pressing';
import { StartAfresh } from './StartAfresh';

type App = Schemas['App'];

type State =
  | { at: 'looking' }
  | { at: 'ready'; found: Found }
  | { at: 'afresh'; found: Found }
  | { at: 'proven'; address: string }
  | { at: 'refused'; error: ApiError };

/**
 * Behind the link of the message. Opening it changes nothing, since mail scanners open links too; the button does. In another browser
 * than the one that signed up, it asks for the password of the sign-up: somebody else may have used this address.
 */
export function Verify({ app }: { app: App }) {
  const [token] = useState(() => new URLSearchParams(window.location.hash.slice(1)).get('t') ?? '');
  const [state, setState] = useState<State>({ at: 'looking' });
  useEffect(() => {
    answer(api.POST('/verifications/inspect', { body: { token } })).then(
      (found) => setState({ at: 'ready', found }),
      (error: ApiError) => setState({ at: 'refused', error }),
    );
  }, [token]);
  const proven = ({ address }: { address: string }) => setState({ at: 'proven', address });
  const refused = (error: ApiError) => setState({ at: 'refused', error });
  if (state.at === 'looking') return <Loading app={app} />;
  if (state.at === 'ready') {
    const afresh = () => setState({ at: 'afresh', found: state.found });
    return state.found.asks === 'nothing' ? (
      <Press app={app} token={token} found={state.found} onProven={proven} onRefused={refused} />
    ) : (
      <WithPassword
        app={app}
        token={token}
        found={state.found}
        onProven={proven}
        onRefused={refused}
        onAfresh={afresh}
      />
    );
  }
  if (state.at === 'afresh') {
    return <StartAfresh app={app} token={token} found={state.found} onProven={proven} onRefused={refused} />;
  }
  if (state.at === 'proven') {
    return (
      <PageFrame app={app} title={w.verify.doneTitle}>
        <Notice tone="good" role="status">
          {w.verify.done[0]}
          <bdi className="wrap-anywhere">{state.address}</bdi>
          {w.verify.done[1]}
        </Notice>
        <p className="mt-5">
          <PageLink href={pagePath('sign-in')}>{w.links.toSignIn}</PageLink>
        </p>
      </PageFrame>
    );
  }
  return <Refused app={app} error={state.error} />;
}

function Press({ app, token, found, onProven, onRefused }: PressProps) {
  const { submit, busy } = useSubmit(
    () => answer(api.POST('/verifications/consume', { body: { token } })).then(onProven),
    onRefused,
  );
  return (
    <PageFrame app={app} title={w.verify.title}>
      <Text as="p" face="mono" size="note" className="mb-5 wrap-anywhere">
        {found.address}
      </Text>
      <form onSubmit={submit}>
        <Submit look={app.look} busy={busy}>
          {w.verify.mine}
        </Submit>
      </form>
      <Text as="p" size="note" tone="soft" className="mt-5">
        {w.verify.notYou}
      </Text>
    </PageFrame>
  );
}

function WithPassword({ app, token, found, onProven, onRefused, onAfresh }: PressProps & { onAfresh: () => void }) {
  const [password, setPassword] = useState('');
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(
    () => answer(api.POST('/verifications/consume', { body: { token, password } })).then(onProven),
    (error) => (isOfTheLink(error) ? onRefused(error) : setRefusal(error)),
  );
  return (
    <PageFrame app={app} title={w.verify.title}>
      <Text as="p" face="mono" size="note" className="mb-4 wrap-anywhere">
        {found.address}
      </Text>
      <p className="mb-4">{w.verify.otherBrowser}</p>
      <form onSubmit={submit} noValidate className="space-y-3">
        {/* For password managers, which keep a password with a name. */}
        <input type="hidden" autoComplete="username" value={found.address} readOnly />
        <PasswordField
          label={w.boxes.yourPassword}
          autoComplete="current-password"
          large
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          error={refusal?.words}
        />
        <Submit look={app.look} ready={password !== ''} busy={busy}>
          {w.verify.confirm}
        </Submit>
      </form>
      <Surface edge="top" className="mt-6 pt-4">
        <Text as="p" size="note" tone="soft" className="mb-3">
          {w.verify.unknownPassword}
        </Text>
        <PressLink onClick={onAfresh}>{w.verify.chooseNew}</PressLink>
      </Surface>
      <Text as="p" size="note" tone="soft" className="mt-4">
        {w.verify.wantNone}
      </Text>
    </PageFrame>
  );
}

function Refused({ app, error }: { app: App; error: ApiError }) {
  const [email, setEmail] = useState('');
  const code = error.problem?.reasons[0]?.code;
  const title = {
    'challenge.used': w.verify.refused.used,
    'challenge.expired': w.verify.refused.expired,
    'challenge.superseded': w.verify.refused.superseded,
  }[code ?? ''];
  return (
    <PageFrame app={app} title={title ?? w.verify.refused.other}>
      <Notice tone={code === 'challenge.used' ? 'information' : 'caution'} role="alert">
        {error.words}
      </Notice>
      {code === 'challenge.used' ? (
        <p className="mt-5">
          <PageLink href={pagePath('sign-in')}>{w.links.toSignIn}</PageLink>
        </p>
      ) : (
        <div className="mt-5 space-y-3">
          <TextField
            label={w.boxes.email}
            type="email"
            autoComplete="username"
            large
            value={email}
            onChange={(event) => setEmail(event.target.value)}
            help={w.verify.newMessageTo}
          />
          <SendAgain email={email} />
        </div>
      )}
    </PageFrame>
  );
}
