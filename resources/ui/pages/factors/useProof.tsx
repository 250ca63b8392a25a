import { useEffect, useState, type ReactNode } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { PasswordField } from '../../kit/Field';
import { PageLink, PressLink } from '../../kit/Page';
import { knowsPasskeys, signWithPasskey } from '../../kit/passkey';
import { useFirstFocus } from '../../kit/useFirstFocus';
import { useSubmit } from '../../kit/useSubmit';
import { api, location, pagePath } from '../api';
import { PageFrame, Submit } from '../PageFrame';
import { w } from '../words';
import { type Adding } from './FactorSection';

/** Does acts of weight; where the password was typed too long ago it is asked for in between, and the act is done after it. */
export function useProof(app: Schemas['App']): {
  /** The page. While it asks, that stands in the page's place, and what was typed there stays. */
  around: (page: ReactNode) => ReactNode;
  failure: ApiError | null;
  run: Adding['run'];
} {
  const [waiting, setWaiting] = useState<(() => Promise<void>) | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const run = (act: () => Promise<void>) => {
    setFailure(null);
    return act().catch((error: unknown) => {
      const failed = ApiError.of(error);
      if (failed.problem?.code === 'session.proof_required') setWaiting(() => act);
      else setFailure(failed);
    });
  };
  const proven = () => {
    const act = waiting;
    setWaiting(null);
    if (act !== null) void run(act);
  };
  return {
    around: (page) => (
      <>
        <div hidden={waiting !== null}>{page}</div>
        {waiting === null ? null : <Prove app={app} onProven={proven} onCancel={() => setWaiting(null)} />}
      </>
    ),
    failure,
    run,
  };
}

function Prove({ app, onProven, onCancel }: { app: Schemas['App']; onProven: () => void; onCancel: () => void }) {
  const box = useFirstFocus();
  const [password, setPassword] = useState('');
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    await answer(api.POST('/session/proof', { body: { password } }));
    onProven();
    return 'leaves';
  }, setRefusal);
  const [hasPasskey, setHasPasskey] = useState(false);
  useEffect(() => {
    if (!knowsPasskeys()) return;
    answer(api.GET('/account/factors')).then(
      ({ passkeys }) => setHasPasskey(passkeys.length > 0),
      () => undefined,
    );
  }, []);
  const byPasskey = useSubmit(async () => {
    setRefusal(null);
    const passkey = await signWithPasskey(await answer(api.POST('/session/proof/options')));
    if (passkey === null) return undefined;
    await answer(api.POST('/session/proof', { body: { passkey } }));
    onProven();
    return 'leaves';
  }, setRefusal);
  return (
    <PageFrame app={app} title={w.proof.title}>
      <form onSubmit={submit} noValidate className="space-y-2">
        <p>{w.proof.about}</p>
        <PasswordField
          label={w.boxes.password}
          autoComplete="current-password"
          id={box}
          large
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          error={refusal?.words}
        />
        <Submit look={app.look} ready={password !== ''} busy={busy}>
          {w.proof.confirm}
        </Submit>
      </form>
      {hasPasskey ? (
        <p className="mt-3">
          <Button size="large" aria-disabled={byPasskey.busy} onClick={() => byPasskey.submit()}>
            {w.passkeys.signIn}
          </Button>
        </p>
      ) : null}
      <p className="mt-5">
        {w.proof.noPassword}{' '}
        <PageLink href={pagePath('sign-in', `to=${location().page}`)}>{w.proof.signInAgain}</PageLink> {w.proof.or}{' '}
        <PageLink href={pagePath('recover')}>{w.proof.setPassword}</PageLink>
      </p>
      <p className="mt-2">
        <PressLink onClick={onCancel}>{w.proof.cancel}</PressLink>
      </p>
    </PageFrame>
  );
}
