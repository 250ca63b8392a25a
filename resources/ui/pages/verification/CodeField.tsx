import { type Schemas } from '../../api/client';
import { TextField } from '../../kit/Field';
import { w } from '../words';

/** The one box for a mailed code, typed or pasted as it comes. */
export function CodeField({
  app,
  id,
  code,
  onType,
  error,
}: {
  app: Schemas['App'];
  id?: string;
  code: string;
  onType: (code: string) => void;
  error: string | undefined;
}) {
  const { code_length: length, code_has_letters: hasLetters } = app.verification;
  return (
    <TextField
      id={id}
      label={w.verify.code}
      autoComplete="one-time-code"
      inputMode={hasLetters ? 'text' : 'numeric'}
      autoCapitalize={hasLetters ? 'characters' : 'off'}
      spellCheck={false}
      large
      value={code}
      onChange={(event) => onType(event.target.value)}
      error={error}
      help={hasLetters ? w.verify.codeOfLetters(length) : w.verify.codeOfDigits(length)}
    />
  );
}

/** Whether as many characters were typed as a code has. */
export function isWhole(app: Schemas['App'], code: string): boolean {
  return code.replace(/[^A-Za-z0-9]/g, '').length === app.verification.code_length;
}
