import { useEffect, useState, type FormEvent } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { TextField } from '../../kit/Field';
import { Notice } from '../../kit/Marks';
import { api, pagePath } from '../api';
import { PageFrame, PageLink, Submit } from '../PageFrame';
import { SendAgain } from './LookForMessage';

type State =
  | { at: 'looking' }
  | { at: 'ready'; address: string }
  | { at: 'proven'; address: string }
  | { at: 'refused'; error: ApiError };

/** Behind the link of the message. Opening it changes nothing, since mail scanners open links too; the button does. */
export function Verify({ app }: { app: Schemas['App'] }) {
  const [token] = useState(() => new URLSearchParams(window.location.hash.slice(1)).get('t') ?? '');
  const [state, setState] = useState<State>({ at: 'looking' });
  useEffect(() => {
    answer(api.POST('/verifications/inspect', { body: { token } })).then(
      ({ address }) => setState({ at: 'ready', address }),
      (error: ApiError) => setState({ at: 'refused', error }),
    );
  }, [token]);
  const prove = (event: FormEvent) => {
    event.preventDefault();
    answer(api.POST('/verifications/consume', { body: { token } })).then(
      ({ address }) => setState({ at: 'proven', address }),
      (error: ApiError) => setState({ at: 'refused', error }),
    );
  };
  if (state.at === 'looking') return null;
  if (state.at === 'ready') {
    return (
      <PageFrame app={app} title="Is this your address?">
        <p className="mb-5 font-mono text-[15px] wrap-anywhere">{state.address}</p>
        <form onSubmit={prove}>
          <Submit look={app.look}>Yes, it is mine</Submit>
        </form>
        <p className="mt-5 text-[15px] text-ink-soft">
          If you asked for no account, close this page. Nothing happens without the button.
        </p>
      </PageFrame>
    );
  }
  if (state.at === 'proven') {
    return (
      <PageFrame app={app} title="Your address is proven">
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

function Refused({ app, error }: { app: Schemas['App']; error: ApiError }) {
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
