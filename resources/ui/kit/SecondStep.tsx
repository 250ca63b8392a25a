import { useState, type ReactNode } from 'react';
import { type ApiError } from '../api/client';
import { Button } from './Button';
import { Checkbox, TextField } from './Field';
import { Notice } from './Notice';
import { Text } from './Text';
import { useFirstFocus } from './useFirstFocus';
import { useSubmit } from './useSubmit';
import { kit } from './words';

/** What signing in answers when the password alone is not enough. */
export interface FactorNeeded {
  needs: 'second_factor';
  token: string;
  trusts_for: number;
  has_app: boolean;
  has_passkey: boolean;
  /** Those that a code can be texted to; of each number its last figures. */
  phones: readonly { id: string; number: string }[];
}

export function needsSecondStep(answer: { id: string } | FactorNeeded): answer is FactorNeeded {
  return 'needs' in answer;
}

/** The code of an authenticator app or a recovery code: one box takes both. */
export function SecondStep({
  trustsFor,
  large = false,
  send,
  sendPasskey,
  phones,
  sendText,
  onOver,
  children,
}: {
  /** How long a device is not asked again, in seconds; 0 where it always is. */
  trustsFor: number;
  large?: boolean;
  send: (code: string, trustDevice: boolean) => Promise<'leaves' | undefined>;
  /** null for who has none; else asks for one, and is false where its holder did not want to */
  sendPasskey: ((trustDevice: boolean) => Promise<'leaves' | boolean>) | null;
  phones: FactorNeeded['phones'];
  sendText: (phoneId: string) => Promise<unknown>;
  /** The step has run out or was tried too often. */
  onOver: (error: ApiError) => void;
  /** The button, by whether a code can be complete and whether one is on its way. */
  children: (state: { isReady: boolean; busy: boolean }) => ReactNode;
}) {
  const box = useFirstFocus();
  const [code, setCode] = useState('');
  const [trusts, setTrusts] = useState(false);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const [texted, setTexted] = useState('');
  const refused = (error: ApiError) => (error.problem?.code === 'signin.step_over' ? onOver(error) : setRefusal(error));
  const { submit, busy } = useSubmit(async () => {
    setRefusal(null);
    return send(code, trusts);
  }, refused);
  const usePasskey = useSubmit(async () => {
    setRefusal(null);
    return (await sendPasskey?.(trusts)) === 'leaves' ? 'leaves' : undefined;
  }, refused);
  const isWrong = refusal?.problem?.code === 'signin.code_refused';
  return (
    <form onSubmit={submit} noValidate className="space-y-2">
      {refusal === null || isWrong ? null : (
        <Notice tone="stop" role="alert">
          {refusal.words}
        </Notice>
      )}
      <Text as="p">{kit.secondStep.about}</Text>
      {phones.map((phone) => (
        <TextButton
          key={phone.id}
          number={phone.number}
          large={large}
          send={async () => {
            setRefusal(null);
            setTexted('');
            await sendText(phone.id);
            setTexted(phone.number);
          }}
          onRefused={refused}
        />
      ))}
      {texted === '' ? null : (
        <Notice tone="information" role="status">
          {kit.secondStep.texted(texted)}
        </Notice>
      )}
      <TextField
        label={kit.secondStep.code}
        autoComplete="one-time-code"
        autoCapitalize="characters"
        spellCheck={false}
        id={box}
        large={large}
        value={code}
        onChange={(event) => setCode(event.target.value)}
        error={isWrong ? refusal.words : undefined}
        help={kit.secondStep.help}
      />
      {trustsFor === 0 ? null : (
        <Checkbox
          label={kit.secondStep.trust(Math.max(1, Math.round(trustsFor / 86_400)))}
          checked={trusts}
          onChange={(event) => setTrusts(event.target.checked)}
        />
      )}
      {children({ isReady: code.replace(/[^A-Za-z0-9]/g, '').length >= 6, busy })}
      {sendPasskey === null ? null : (
        <Button size={large ? 'large' : 'normal'} aria-disabled={usePasskey.busy} onClick={() => usePasskey.submit()}>
          {kit.secondStep.passkey}
        </Button>
      )}
    </form>
  );
}

function TextButton({
  number,
  large,
  send,
  onRefused,
}: {
  number: string;
  large: boolean;
  send: () => Promise<void>;
  onRefused: (error: ApiError) => void;
}) {
  const { submit, busy } = useSubmit(send, onRefused);
  return (
    <Button size={large ? 'large' : 'normal'} aria-disabled={busy} onClick={() => submit()}>
      {kit.secondStep.text(number)}
    </Button>
  );
}
