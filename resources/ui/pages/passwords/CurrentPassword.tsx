import { PasswordField } from '../../kit/Field';
import { boxId } from '../../kit/FieldBox';
import { w } from '../words';

/** Whoever sits before an open session shows that they know its password. */
export function CurrentPassword({
  value,
  error,
  onChange,
}: {
  value: string;
  error: string | undefined;
  onChange: (value: string) => void;
}) {
  return (
    <PasswordField
      id={boxId('current')}
      label={w.boxes.current}
      autoComplete="current-password"
      large
      value={value}
      onChange={(event) => onChange(event.target.value)}
      error={error}
    />
  );
}
