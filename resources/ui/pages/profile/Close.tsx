import { useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { useSubmit } from '../../kit/useSubmit';
import { CurrentPassword } from '../passwords/CurrentPassword';
import { api, pagePath } from '../api';
import { ForHolders, PageFrame, Submit } from '../PageFrame';
import { longDate, w } from '../words';

/** The holder leaves: what that does, the present password, and until when it can be undone. */
export function Close({ app }: { app: Schemas['App'] }) {
  return (
    <ForHolders app={app}>
      <CloseForm app={app} />
    </ForHolders>
  );
}

function CloseForm({ app }: { app: Schemas['App'] }) {
  const [current, setCurrent] = useState('');
  const [until, setUntil] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    const closed = await answer(api.POST('/account/close', { body: { current } }));
    setUntil(closed.reopenable_until);
  }, setRefusal);
  if (until !== null) {
    return (
      <PageFrame app={app} title={w.close.doneTitle}>
        <Notice tone="good" role="status">
          {w.close.done(longDate(until), app.name)}
        </Notice>
      </PageFrame>
    );
  }
  const wrong = refusal?.problem?.reasons.find(({ field }) => field === 'current')?.message;
  return (
    <PageFrame app={app} title={w.close.title}>
      <form onSubmit={submit} noValidate className="space-y-3">
        <Notice tone="caution">{w.close.means(app.name)}</Notice>
        {refusal !== null && wrong === undefined ? (
          <Notice tone="stop" role="alert">
            {refusal.words}
          </Notice>
        ) : null}
        <CurrentPassword value={current} error={wrong} onChange={setCurrent} />
        <Submit look={app.look} ready={current !== ''} busy={busy}>
          {w.close.submit}
        </Submit>
      </form>
      <p className="mt-5">
        <PageLink href={pagePath('profile')}>{w.close.cancel}</PageLink>
      </p>
    </PageFrame>
  );
}
