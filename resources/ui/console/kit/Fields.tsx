import { ApiError, type Schemas } from '../../api/client';
import { Checkbox, ChoiceBoxes, FileField, PasswordField, Select, TextArea, TextField } from '../../kit/Field';
import { FieldBox, type Field } from '../../kit/FieldBox';
import { Button } from '../../kit/Button';
import { QrCode } from '../../kit/QrCode';
import { SecondStep } from '../../kit/SecondStep';
import { NewPasswordField, PasswordAdvice } from '../../kit/PasswordAdvice';
import { SigninRefusal } from '../../kit/SigninRefusal';
import { Part } from './Part';
import { LONG_NAME, ARABIC, nothing } from './samples';

const VERDICT: Schemas['PasswordVerdict'] = {
  accepted: false,
  reasons: [],
  rules: [
    { code: 'password.too_short', message: 'At least 12 characters', is_met: true },
    { code: 'password.common', message: 'Not a common password', is_met: false },
  ],
  estimate: { guesses: 6.2, strength: 'middling', message: 'Withstands guessing at sign-in', parts: [] },
};

const FIELD: Field = {
  key: 'reach',
  label: 'Home reach',
  help: 'Where you mostly are.',
  type: 'one_choice',
  required: 'never',
  edited_by: 'holder',
  minimum: null,
  maximum: null,
  choices: [{ value: 'upper', label: LONG_NAME }],
};

const REFUSED = new ApiError(401, {
  type: 'about:blank',
  title: 'Not signed in',
  status: 401,
  code: 'signin.refused',
  detail: 'Address or password is wrong.',
  reasons: [],
  act_id: '',
});

export function Fields() {
  return (
    <Part name="Fields of a form">
      <TextField label="Text" defaultValue={LONG_NAME} help="What it is for." />
      <TextField label="Text with a mistake" defaultValue="ada@" error="The part after the @ is not a domain." />
      <PasswordField label="Password" defaultValue="slow green otters" />
      <TextArea label="Longer text" defaultValue={ARABIC} help="Of any script." />
      <Select label="Choice" choices={[{ value: 'a', label: 'Ah' }]} defaultValue="" />
      <FileField label="File" accept=".csv" onChoose={nothing} error="The file is empty." />
      <Checkbox label="Yes" defaultChecked />
      <ChoiceBoxes
        label="Several of a few"
        kind="checkbox"
        choices={[
          { value: 'a', label: 'English' },
          { value: 'b', label: 'Welsh' },
        ]}
        chosen={['b']}
        onChange={nothing}
        error="Choose at least 2."
      />
      <SecondStep
        trustsFor={2_592_000}
        phones={[{ id: 'one', number: '•••• 07' }]}
        sendText={() => Promise.resolve()}
        send={() => Promise.resolve(undefined)}
        sendPasskey={null}
        onOver={() => undefined}
      >
        {({ isReady }) => <Button aria-disabled={!isReady}>Sign in</Button>}
      </SecondStep>
      <QrCode
        text="otpauth://totp/Example:ines%40post.example?secret=GEZDGNBVGY3TQOJQ"
        label="QR code of a made-up key"
      />
      <PasswordAdvice isTyped verdict={VERDICT} />
      <NewPasswordField label="New password" value="otters" verdict={VERDICT} onChange={nothing} />
      <FieldBox field={FIELD} value="20" error="No choice of that name." onChange={nothing} large={false} />
      <SigninRefusal refusal={REFUSED} />
    </Part>
  );
}
