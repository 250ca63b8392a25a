import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { PasswordField, TextField } from '../../kit/Field';
import { Notice } from '../../kit/Marks';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { PageFrame, PageLink, Submit } from '../PageFrame';
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
  if (state.at === 'looking') return null;
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
      <PageFrame app={app} title="Your address is confirmed">
        <Notice tone="good" role="status">
          <span className="wrap-anywhere">{state.address}</span> is yours. You can sign in now.
        </Notice>
        <p className="mt-5">
          <PageLink href={pagePath('sign-in')}>Go to the sign-in page</PageLink>
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
    <PageFrame app={app} title="Is this your address?">
      <p className="mb-5 font-mono text-[15px] wrap-anywhere">{found.address}</p>
      <form onSubmit={submit}>
        <Submit look={app.look} busy={busy}>
          Yes, it is mine
        </Submit>
      </form>
      <p className="mt-5 text-[15px] text-ink-soft">
        If you asked for no account, close this page. Nothing happens without the button.
      </p>
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
    <PageFrame app={app} title="Is this your address?">
      <p className="mb-4 font-mono text-[15px] wrap-anywhere">{found.address}</p>
      <p className="mb-4">
        This is another browser than the one that signed up. Type the password you chose, so that we know it was you.
      </p>
      <form onSubmit={submit} noValidate className="space-y-3">
        {/* For password managers, which keep a password with a name. */}
        <input type="hidden" autoComplete="username" value={found.address} readOnly />
        <PasswordField
          label="Your password"
          autoComplete="current-password"
          large
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          error={refusal?.words}
        />
        <Submit look={app.look} ready={password !== ''} busy={busy}>
          Confirm this address
        </Submit>
      </form>
      <div className="mt-6 border-t border-line pt-4">
        <p className="mb-3 text-[15px] text-ink-soft">
          You did not choose a password, or do not know it? Then somebody else may have signed up with your address. You
          can choose a new one; what was entered then is discarded.
        </p>
        <button type="button" className="min-h-6 text-petrol underline underline-offset-2" onClick={onAfresh}>
          Choose a new password
        </button>
      </div>
      <p className="mt-4 text-[15px] text-ink-soft">If you want no account, close this page. Nothing happens.</p>
    </PageFrame>
  );
}

function Refused({ app, error }: { app: App; error: ApiError }) {
  const [email, setEmail] = useState('');
  const code = error.problem?.reasons[0]?.code;
  const title = {
    'challenge.used': 'This link was used before',
    'challenge.expired': 'This link is too old',
    'challenge.superseded': 'There is a newer link',
  }[code ?? ''];
  return (
    <PageFrame app={app} title={title ?? 'This link does not work'}>
      <Notice tone={code === 'challenge.used' ? 'information' : 'caution'} role="alert">
        {error.words}
      </Notice>
      {code === 'challenge.used' ? (
        <p className="mt-5">
          <PageLink href={pagePath('sign-in')}>Go to the sign-in page</PageLink>
        </p>
      ) : (
        <div className="mt-5 space-y-3">
          <TextField
            label="E-mail address"
            type="email"
            autoComplete="username"
            large
            value={email}
            onChange={(event) => setEmail(event.target.value)}
            help="Where the new message should go"
          />
          <SendAgain email={email} />
        </div>
      )}
    </PageFrame>
  );
}
