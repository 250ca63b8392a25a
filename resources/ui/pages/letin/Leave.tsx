import { useEffect, useRef, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { Loading, PageFrame, Submit } from '../PageFrame';
import { w } from '../words';

/** An app sends its person here to be signed out. They are asked, unless the app shows that it means this very session. */
export function Leave({ app }: { app: Schemas['App'] }) {
  const [given] = useState(() => new URLSearchParams(window.location.hash.slice(1)));
  const [asks, setAsks] = useState(false);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const leave = async (confirmed: boolean) => {
    const { is_signed_out, address } = await answer(
      api.POST('/session/leave', {
        body: {
          client_id: given.get('client_id'),
          id_token_hint: given.get('id_token_hint'),
          post_logout_redirect_uri: given.get('post_logout_redirect_uri'),
          state: given.get('state'),
          confirmed,
        },
      }),
    );
    if (!is_signed_out) {
      setAsks(true);
      return undefined;
    }
    window.location.replace(address ?? pagePath('signed-out'));
    return 'leaves' as const;
  };
  const isAsked = useRef(false);
  useEffect(() => {
    if (isAsked.current) return;
    isAsked.current = true;
    leave(false).catch((error: unknown) => {
      setFailure(ApiError.of(error));
      setAsks(true);
    });
  });
  const { submit, busy } = useSubmit(() => leave(true), setFailure);
  if (!asks) return <Loading app={app} />;
  return (
    <PageFrame app={app} title={w.leave.title}>
      <form onSubmit={submit} noValidate className="space-y-4">
        {failure === null ? null : (
          <Notice tone="stop" role="alert">
            {failure.words}
          </Notice>
        )}
        <p>{w.leave.about}</p>
        <Submit look={app.look} busy={busy}>
          {w.profile.signOut}
        </Submit>
      </form>
      <p className="mt-5">
        <PageLink href={app.home ?? pagePath('profile')}>{w.leave.stay}</PageLink>
      </p>
    </PageFrame>
  );
}
