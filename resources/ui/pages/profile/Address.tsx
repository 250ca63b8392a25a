import { useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { TextField } from '../../kit/Field';
import { boxId } from '../../kit/FieldBox';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { useSubmit } from '../../kit/useSubmit';
import { CurrentPassword } from '../passwords/CurrentPassword';
import { api, linkToken, pagePath } from '../api';
import { ForHolders, PageFrame, Submit } from '../PageFrame';
import { w } from '../words';

/** Another address for the account: asked for here, and taken by the link that goes to it. Opening the link changes nothing; the button does. */
export function Address({ app }: { app: Schemas['App'] }) {
  const [token] = useState(linkToken);
  return token === null ? (
    <ForHolders app={app}>
      <Ask app={app} />
    </ForHolders>
  ) : (
    <Take app={app} token={token} />
  );
}

function Ask({ app }: { app: Schemas['App'] }) {
  const [email, setEmail] = useState('');
  const [current, setCurrent] = useState('');
  const [isSent, setSent] = useState(false);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    setRefusal(null);
    await answer(api.POST('/account/address', { body: { email, current } }));
    setSent(true);
  }, setRefusal);
  const reason = (field: string) => refusal?.problem?.reasons.find((one) => one.field === field)?.message;
  if (isSent) {
    return <Said app={app} title={w.checkMail.title} around={w.address.sent} address={email} />;
  }
  return (
    <PageFrame app={app} title={w.address.title}>
      <form onSubmit={submit} noValidate className="space-y-2">
        {refusal !== null && reason('email') === undefined && reason('current') === undefined ? (
          <Notice tone="stop" role="alert">
            {refusal.words}
          </Notice>
        ) : null}
        <TextField
          id={boxId('email')}
          label={w.address.box}
          type="email"
          autoComplete="email"
          autoCapitalize="off"
          spellCheck={false}
          large
          value={email}
          onChange={(event) => setEmail(event.target.value)}
          help={w.address.help}
          error={reason('email')}
        />
        <CurrentPassword value={current} error={reason('current')} onChange={setCurrent} />
        <Submit look={app.look} ready={email.trim() !== '' && current !== ''} busy={busy}>
          {w.address.submit}
        </Submit>
      </form>
      <p className="mt-5">
        <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
      </p>
    </PageFrame>
  );
}

function Take({ app, token }: { app: Schemas['App']; token: string }) {
  const [taken, setTaken] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(
    () => answer(api.POST('/account/address/take', { body: { token } })).then(({ address }) => setTaken(address)),
    setRefusal,
  );
  if (taken !== null) {
    return <Said app={app} title={w.address.doneTitle} around={w.address.done} address={taken} />;
  }
  return (
    <PageFrame app={app} title={w.address.takeTitle}>
      {refusal === null ? (
        <form onSubmit={submit}>
          <Submit look={app.look} busy={busy}>
            {w.address.take}
          </Submit>
        </form>
      ) : (
        <>
          <Notice tone="stop" role="alert">
            {refusal.problem?.reasons[0]?.message ?? refusal.words}
          </Notice>
          <p className="mt-5">
            <PageLink href={pagePath('address')}>{w.address.again}</PageLink>
          </p>
        </>
      )}
    </PageFrame>
  );
}

/** What came of it, around the address that is meant, and the way back. */
function Said({
  app,
  title,
  around: [before, behind],
  address,
}: {
  app: Schemas['App'];
  title: string;
  around: readonly [string, string];
  address: string;
}) {
  return (
    <PageFrame app={app} title={title}>
      <Notice tone="good" role="status">
        {before}
        <bdi className="wrap-anywhere">{address}</bdi>
        {behind}
      </Notice>
      <p className="mt-5">
        <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
      </p>
    </PageFrame>
  );
}
