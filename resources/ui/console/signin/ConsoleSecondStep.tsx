import { answer, type ApiError } from '../../api/client';
import { Button } from '../../kit/Button';
import { signWithPasskey } from '../../kit/passkey';
import { SecondStep, type FactorNeeded } from '../../kit/SecondStep';
import { api } from '../api';

/** The second step of an operator's sign-in. */
export function ConsoleSecondStep({
  step,
  onDone,
  onOver,
}: {
  step: FactorNeeded;
  onDone: () => Promise<void>;
  onOver: (error: ApiError) => void;
}) {
  return (
    <SecondStep
      phones={step.phones}
      sendText={(phone) => answer(api.POST('/sessions/second-factor/text', { body: { token: step.token, phone } }))}
      trustsFor={step.trusts_for}
      send={async (code, trust_device) => {
        await answer(api.POST('/sessions/second-factor', { body: { token: step.token, code, trust_device } }));
        await onDone();
        return undefined;
      }}
      sendPasskey={
        step.has_passkey
          ? async (trust_device) => {
              const options = await answer(
                api.POST('/sessions/second-factor/options', { body: { token: step.token } }),
              );
              const passkey = await signWithPasskey(options);
              if (passkey === null) return false;
              await answer(api.POST('/sessions/second-factor', { body: { token: step.token, passkey, trust_device } }));
              await onDone();
              return true;
            }
          : null
      }
      onOver={onOver}
    >
      {({ busy }) => (
        <Button type="submit" kind="act" size="large" aria-disabled={busy}>
          Sign in
        </Button>
      )}
    </SecondStep>
  );
}
