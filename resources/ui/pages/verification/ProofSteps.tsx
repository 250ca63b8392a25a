import { useEffect, useRef, useState } from 'react';
import { answer, type ApiError } from '../../api/client';
import { PasswordField } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { PageLink, PressLink } from '../../kit/Page';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { Loading, PageFrame, Submit } from '../PageFrame';
import { w } from '../words';
import { isOfTheLink, type PressProps } from './pressing';
import { StartAfresh } from './StartAfresh';

/** From what was shown to an address that is confirmed. In another browser than the one that signed up, that takes the password of the sign-up: somebody else may have used this address. */
export function ProofSteps({ app, shown, found, onRefused }: Omit<PressProps, 'onProven'>) {
  const [proven, setProven] = useState<string | null>(null);
  const [isAfresh, setAfresh] = useState(false);
  const steps = { app, shown, found, onRefused, onProven: ({ address }: { address: string }) => setProven(address) };
  if (proven !== null) {
    return (
      <PageFrame app={app} title={w.verify.doneTitle}>
        <Notice tone="good" role="status">
          {w.verify.done[0]}
          <bdi className="wrap-anywhere">{proven}</bdi>
          {w.verify.done[1]}
        </Notice>
        <p className="mt-5">
          <PageLink href={pagePath('sign-in')}>{w.links.toSignIn}</PageLink>
        </p>
      </PageFrame>
    );
  }
  if (isAfresh) return <StartAfresh {...steps} />;
  if (found.asks !== 'nothing') return <WithPassword {...steps} onAfresh={() => setAfresh(true)} />;
  // A code was typed on purpose; a link may have been opened by a scanner.
  return 'code' in shown ? <PressAtOnce {...steps} /> : <Press {...steps} />;
}

function PressAtOnce({ app, shown, onProven, onRefused }: PressProps) {
  const isSent = useRef(false);
  useEffect(() => {
    if (isSent.current) return;
    isSent.current = true;
    answer(api.POST('/verifications/consume', { body: shown })).then(onProven, onRefused);
  }, [shown, onProven, onRefused]);
  return <Loading app={app} />;
}

function Press({ app, shown, found, onProven, onRefused }: PressProps) {
  const { submit, busy } = useSubmit(
    () => answer(api.POST('/verifications/consume', { body: shown })).then(onProven),
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

function WithPassword({ app, shown, found, onProven, onRefused, onAfresh }: PressProps & { onAfresh: () => void }) {
  const [password, setPassword] = useState('');
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(
    () => answer(api.POST('/verifications/consume', { body: { ...shown, password } })).then(onProven),
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
