import { PasswordField, TextField } from '../../kit/Field';

export interface Typed {
  email: string;
  password: string;
}

/** Address and password, as password managers know them. */
export function Credentials({ id, typed, onType }: { id?: string; typed: Typed; onType: (typed: Typed) => void }) {
  return (
    <>
      <TextField
        id={id}
        label="E-mail address"
        type="email"
        autoComplete="username"
        value={typed.email}
        onChange={(event) => onType({ ...typed, email: event.target.value })}
      />
      <PasswordField
        label="Password"
        autoComplete="current-password"
        value={typed.password}
        onChange={(event) => onType({ ...typed, password: event.target.value })}
      />
    </>
  );
}
