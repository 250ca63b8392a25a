import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { TextField } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { api, linkToken, pagePath } from '../api';
import { Loading, PageFrame } from '../PageFrame';
import { w } from '../words';
import { ByCode } from './ByCode';
import { SendAgain } from './SendAgain';
import type { Found } from './pressing';
import { ProofSteps } from './ProofSteps';

type App = Schemas['App'];

/**
 * Behind the link of the message. Opening it changes nothing, since mail scanners open links too; the button does. Without a link, the
 * code of the message is typed here.
 */
export function Verify({ app }: { app: App }) {
  const [token] = useState(linkToken);
  const [email, setEmail] = useState('');
  const [found, setFound] = useState<Found | ApiError | null>(null);
  useEffect(() => {
    if (token === null) return;
    answer(api.POST('/verifications/inspect', { body: { token } })).then(setFound, setFound);
  }, [token]);
  if (token === null) {
    return app.verification.way === 'link' ? (
      <Refused app={app} error={null} />
    ) : (
      <ByCode app={app} email={email}>
        {(form) => (
          <PageFrame app={app} title={w.verify.codeTitle}>
            <TextField
              label={w.boxes.email}
              type="email"
              autoComplete="username"
              large
              value={email}
              onChange={(event) => setEmail(event.target.value)}
            />
            {form}
            <div className="mt-5">
              <SendAgain email={email} every={app.verification.resend_after} />
            </div>
          </PageFrame>
        )}
      </ByCode>
    );
  }
  if (found === null) return <Loading app={app} />;
  return found instanceof ApiError ? (
    <Refused app={app} error={found} />
  ) : (
    <ProofSteps app={app} shown={{ token }} found={found} onRefused={setFound} />
  );
}

function Refused({ app, error }: { app: App; error: ApiError | null }) {
  const [email, setEmail] = useState('');
  const code = error?.problem?.reasons[0]?.code;
  const title = {
    'challenge.used': w.verify.refused.used,
    'challenge.expired': w.verify.refused.expired,
    'challenge.superseded': w.verify.refused.superseded,
  }[code ?? ''];
  return (
    <PageFrame app={app} title={title ?? w.verify.refused.other}>
      <Notice tone={code === 'challenge.used' ? 'information' : 'caution'} role="alert">
        {error?.words ?? w.verify.noLink}
      </Notice>
      {code === 'challenge.used' ? (
        <p className="mt-5">
          <PageLink href={pagePath('sign-in')}>{w.links.toSignIn}</PageLink>
        </p>
      ) : (
        <div className="mt-5 space-y-3">
          <TextField
            label={w.boxes.email}
            type="email"
            autoComplete="username"
            large
            value={email}
            onChange={(event) => setEmail(event.target.value)}
            help={w.verify.newMessageTo}
          />
          <SendAgain email={email} every={app.verification.resend_after} />
        </div>
      )}
    </PageFrame>
  );
}
