import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { TextField } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { ForHolders, PageFrame, Submit } from '../PageFrame';
import { longMoment, w } from '../words';
import { ScopeList } from './ScopeList';
import { SignedInAs } from './SignedInAs';

const KEPT = 'device_code';

/** What the device showed may stand in the address; it waits while its person signs in. */
function takeCode(): string {
  const given = new URLSearchParams(window.location.hash.slice(1)).get('code');
  if (given !== null) {
    sessionStorage.setItem(KEPT, given);
    window.history.replaceState(null, '', window.location.pathname + window.location.search);
  }
  return given ?? sessionStorage.getItem(KEPT) ?? '';
}

/** Lets in a device that shows a code. */
export function Device({ app }: { app: Schemas['App'] }) {
  const [code, setCode] = useState(takeCode);
  return (
    <ForHolders app={app}>
      <Steps app={app} code={code} onCode={setCode} />
    </ForHolders>
  );
}

function Steps({ app, code, onCode }: { app: Schemas['App']; code: string; onCode: (code: string) => void }) {
  const [waiting, setWaiting] = useState<Schemas['WaitingDevice'] | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const [done, setDone] = useState<'in' | 'out' | null>(null);
  const look = useSubmit(async () => {
    setFailure(null);
    setWaiting(await answer(api.POST('/devices/inspect', { body: { code } })));
  }, setFailure);
  const say = (let_in: boolean) => async () => {
    await answer(api.POST('/devices/answer', { body: { code, let_in } }));
    sessionStorage.removeItem(KEPT);
    setDone(let_in ? 'in' : 'out');
  };
  const allow = useSubmit(say(true), setFailure);
  const deny = useSubmit(say(false), setFailure);
  if (done !== null) {
    return (
      <PageFrame app={app} title={done === 'in' ? w.device.isIn : w.device.isOut}>
        <Notice tone={done === 'in' ? 'good' : 'information'} role="status">
          {done === 'in' ? w.device.isInAbout : w.device.isOutAbout}
        </Notice>
        <p className="mt-5">
          <PageLink href={pagePath('apps')}>{w.access.title}</PageLink>
        </p>
      </PageFrame>
    );
  }
  if (waiting === null) {
    const error = failure?.problem?.reasons.find(({ field }) => field === 'code')?.message;
    return (
      <PageFrame app={app} title={w.device.title}>
        <form onSubmit={look.submit} noValidate className="space-y-4">
          {failure === null || error !== undefined ? null : (
            <Notice tone="stop" role="alert">
              {failure.words}
            </Notice>
          )}
          <TextField
            label={w.device.code}
            help={w.device.help}
            autoComplete="off"
            autoCapitalize="characters"
            spellCheck={false}
            large
            value={code}
            onChange={(event) => onCode(event.target.value)}
            error={error}
          />
          <Submit look={app.look} busy={look.busy}>
            {w.links.goOn}
          </Submit>
        </form>
      </PageFrame>
    );
  }
  return (
    <PageFrame app={app} title={w.device.letIn(waiting.app)}>
      <form onSubmit={allow.submit} noValidate className="space-y-5">
        {failure === null ? null : (
          <Notice tone="stop" role="alert">
            {failure.words}
          </Notice>
        )}
        <Notice tone="caution">{w.device.sure}</Notice>
        <SignedInAs account={waiting.account} />
        <Text as="p" size="note" tone="soft">
          {w.device.asked(longMoment(waiting.asked_at), waiting.source)}
        </Text>
        <ScopeList scope={waiting.scope} title={w.letIn.wants(waiting.app)} />
        <Submit look={app.look} busy={allow.busy}>
          {w.device.allow}
        </Submit>
        <Button size="large" aria-disabled={deny.busy} onClick={() => deny.submit()}>
          {w.device.deny}
        </Button>
      </form>
    </PageFrame>
  );
}
