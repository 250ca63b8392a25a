import type { Schemas } from '../../api/client';
import { Notice } from '../../kit/Marks';
import { pagePath } from '../api';
import { PageFrame, PageLink } from '../PageFrame';

export function SignedOut({ app }: { app: Schemas['App'] }) {
  return (
    <PageFrame app={app} title="You are signed out">
      <Notice tone="good" role="status">
        The session has ended here and on the server.
      </Notice>
      <p className="mt-5">
        <PageLink href={pagePath('sign-in')}>Sign in again</PageLink>
      </p>
    </PageFrame>
  );
}
