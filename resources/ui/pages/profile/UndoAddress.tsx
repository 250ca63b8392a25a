import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Notice } from '../../kit/Notice';
import { Pair } from '../../kit/Page';
import { useSubmit } from '../../kit/useSubmit';
import { api, linkToken, pagePath } from '../api';
import { BadLink, Loading, PageFrame, Submit } from '../PageFrame';
import { w } from '../words';

/** Behind the link that went to a former address. Opening it changes nothing; the button takes the address back. */
export function UndoAddress({ app }: { app: Schemas['App'] }) {
  const [token] = useState(() => linkToken() ?? '');
  const [found, setFound] = useState<{ before: string; after: string } | ApiError | null>(null);
  const [undone, setUndone] = useState<string | null>(null);
  useEffect(() => {
    answer(api.POST('/account/address/undo/inspect', { body: { token } })).then(setFound, setFound);
  }, [token]);
  const { submit, busy } = useSubmit(
    () => answer(api.POST('/account/address/undo', { body: { token } })).then(({ address }) => setUndone(address)),
    setFound,
  );
  if (undone !== null) {
    return (
      <PageFrame app={app} title={w.undoAddress.doneTitle}>
        <Notice tone="good" role="status">
          {w.undoAddress.done[0]}
          <bdi className="wrap-anywhere">{undone}</bdi>
          {w.undoAddress.done[1]}
        </Notice>
      </PageFrame>
    );
  }
  if (found === null) return <Loading app={app} />;
  if (found instanceof ApiError) {
    return (
      <BadLink app={app} title={w.undoAddress.badTitle} error={found} href={pagePath('sign-in')}>
        {w.links.toSignIn}
      </BadLink>
    );
  }
  return (
    <PageFrame app={app} title={w.undoAddress.title}>
      <dl className="mb-5 space-y-3">
        <Pair label={w.undoAddress.now}>{found.before}</Pair>
        <Pair label={w.undoAddress.again}>{found.after}</Pair>
      </dl>
      <p className="mb-5">{w.undoAddress.means}</p>
      <form onSubmit={submit}>
        <Submit look={app.look} busy={busy}>
          {w.undoAddress.submit}
        </Submit>
      </form>
    </PageFrame>
  );
}
