import { useState } from 'react';
import { PasswordField } from '../../kit/Field';
import { boxId } from '../../kit/FieldBox';
import { NewPasswordField } from '../../kit/PasswordAdvice';
import { location } from '../api';
import type { Mistake } from '../PageFrame';
import { judgePassword, useLast, useVerdict } from '../signup/useVerdict';
import { w } from '../words';
import { Text } from '../../kit/Text';

/** A new password typed twice, judged by the server while it is typed. The repetition is the page's own check and goes nowhere. */
export function useNewPassword(email: string | null) {
  const [password, setPassword] = useState('');
  const [repeat, setRepeat] = useState('');
  const [touched, setTouched] = useState<ReadonlySet<string>>(new Set());
  const verdict = useVerdict({ password, email, app: location().app }, judgePassword);
  const shown = useLast(verdict);
  const wrong = shown?.reasons[0]?.message;
  const unlike = repeat === password && repeat !== '' ? undefined : w.checks.unlike;
  const touch = (name: string) => setTouched((before) => new Set([...before, name]));
  const mistakes: Mistake[] = [
    ...(wrong === undefined ? [] : [{ id: boxId('password'), label: w.boxes.newPassword, message: wrong }]),
    ...(unlike === undefined ? [] : [{ id: boxId('repeat'), label: w.boxes.repeat, message: unlike }]),
  ];
  return {
    password,
    isReady: shown?.accepted === true && unlike === undefined,
    /** Not known to be wrong: where no verdict has come, the server decides when it is sent. */
    mayBeSent: password !== '' && verdict?.accepted !== false && unlike === undefined,
    mistakes,
    touchAll: () => setTouched(new Set(['password', 'repeat'])),
    boxes: (
      <>
        <NewPasswordField
          id={boxId('password')}
          label={w.boxes.newPassword}
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          onBlur={() => (password === '' ? undefined : touch('password'))}
          error={touched.has('password') ? wrong : undefined}
          verdict={shown}
        />
        <PasswordField
          id={boxId('repeat')}
          label={w.boxes.repeat}
          autoComplete="new-password"
          large
          value={repeat}
          onChange={(event) => setRepeat(event.target.value)}
          onBlur={() => (repeat === '' ? undefined : touch('repeat'))}
          error={touched.has('repeat') ? unlike : undefined}
          help={repeat !== '' && unlike === undefined ? <Text tone="good">{w.checks.same}</Text> : undefined}
        />
      </>
    ),
  };
}
