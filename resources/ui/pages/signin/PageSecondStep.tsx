import { answer, type ApiError, type Schemas } from '../../api/client';
import { PageLink } from '../../kit/Page';
import { signWithPasskey } from '../../kit/passkey';
import { SecondStep, type FactorNeeded } from '../../kit/SecondStep';
import { api, pagePath } from '../api';
import { PageFrame, Submit } from '../PageFrame';
import { w } from '../words';

/** The second step of a holder's sign-in, whichever way the first was. */
export function PageSecondStep({
  app,
  step,
  onIn,
  onOver,
}: {
  app: Schemas['App'];
  step: FactorNeeded;
  onIn: () => Promise<'leaves'> | 'leaves';
  onOver: (error: ApiError) => void;
}) {
  return (
    <PageFrame app={app} title={w.signIn.secondTitle}>
      <SecondStep
        large
        phones={step.phones}
        sendText={(phone) => answer(api.POST('/sessions/second-factor/text', { body: { token: step.token, phone } }))}
        trustsFor={step.trusts_for}
        send={async (code, trust_device) => {
          await answer(api.POST('/sessions/second-factor', { body: { token: step.token, code, trust_device } }));
          return onIn();
        }}
        sendPasskey={
          step.has_passkey
            ? async (trust_device) => {
                const options = await answer(
                  api.POST('/sessions/second-factor/options', { body: { token: step.token } }),
                );
                const passkey = await signWithPasskey(options);
                if (passkey === null) return false;
                await answer(
                  api.POST('/sessions/second-factor', { body: { token: step.token, passkey, trust_device } }),
                );
                return onIn();
              }
            : null
        }
        onOver={onOver}
      >
        {({ isReady, busy }) => (
          <Submit look={app.look} ready={isReady} busy={busy}>
            {w.signIn.submit}
          </Submit>
        )}
      </SecondStep>
      <p className="mt-5">
        <PageLink href={pagePath('sign-in')}>{w.links.backToSignIn}</PageLink>
      </p>
    </PageFrame>
  );
}
