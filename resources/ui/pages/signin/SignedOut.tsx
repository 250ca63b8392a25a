import { useEffect, useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Notice } from '../../kit/Notice';
import { api, pagePath } from '../api';
import { Loading, PageFrame } from '../PageFrame';
import { w } from '../words';
import { PageLink } from '../../kit/Page';

/** Says so only where it is so: somebody may have come here by the way back, or by a link. */
export function SignedOut({ app }: { app: Schemas['App'] }) {
  const [isLive, setLive] = useState<boolean | null>(null);
  useEffect(() => {
    answer(api.GET('/session')).then(
      () => setLive(true),
      () => setLive(false),
    );
  }, []);
  if (isLive === null) return <Loading app={app} />;
  return isLive ? (
    <PageFrame app={app} title={w.signedOut.still}>
      <Notice tone="caution">{w.signedOut.stillDetail}</Notice>
      <p className="mt-5">
        <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
      </p>
    </PageFrame>
  ) : (
    <PageFrame app={app} title={w.signedOut.title}>
      <Notice tone="good" role="status">
        {w.signedOut.done}
      </Notice>
      <p className="mt-5">
        <PageLink href={pagePath('sign-in')}>{w.signedOut.again}</PageLink>
      </p>
      {app.home === null ? null : (
        <p className="mt-3">
          <PageLink href={app.home}>{w.signedOut.toApp(app.name)}</PageLink>
        </p>
      )}
    </PageFrame>
  );
}
