import { useState, type ReactNode } from 'react';
import { type ApiError, type Schemas } from '../../api/client';
import { TextField } from '../../kit/Field';
import { boxId } from '../../kit/FieldBox';
import { Notice } from '../../kit/Notice';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { Mistakes, PageFrame, Submit } from '../PageFrame';
import { isOfTheLink } from '../verification/pressing';
import { w } from '../words';
import { useNewPassword } from './NewPassword';

/** The form behind a link that lets its reader choose a password, and a name where the account has none that was proven. */
export function ChoosePassword({
  app,
  title = w.reset.title,
  address,
  asksName,
  knownName = '',
  nameHelp,
  button,
  send,
  onRefused,
  children,
}: {
  app: Schemas['App'];
  title?: string;
  address: string;
  asksName: boolean;
  /** What stands in its box at first. */
  knownName?: string;
  nameHelp?: string;
  button: string;
  /** The name is there only where it was asked for. */
  send: (password: string, name: { name?: string }) => Promise<unknown>;
  /** The link itself cannot be used any more; every other refusal is said in the form. */
  onRefused: (error: ApiError) => void;
  /** What is said before it. */
  children?: ReactNode;
}) {
  const typed = useNewPassword(address);
  const [name, setName] = useState(knownName);
  const [pressed, setPressed] = useState(0);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const wrongName = asksName && name.trim() === '' ? w.checks.name : undefined;
  const mistakes = [
    ...(wrongName === undefined ? [] : [{ id: boxId('name'), label: w.boxes.name, message: wrongName }]),
    ...typed.mistakes,
  ];
  const { submit, busy } = useSubmit(
    async () => {
      if (!typed.mayBeSent || wrongName !== undefined) {
        typed.touchAll();
        setPressed(pressed + 1);
        return;
      }
      await send(typed.password, asksName ? { name } : {});
    },
    (error) => (isOfTheLink(error) ? onRefused(error) : setRefusal(error)),
  );
  return (
    <PageFrame app={app} title={title}>
      {children}
      <form onSubmit={submit} noValidate className="space-y-2">
        <Mistakes key={pressed} mistakes={pressed === 0 ? [] : mistakes} />
        <Text as="p" face="mono" size="note" className="mb-3 wrap-anywhere">
          {address}
        </Text>
        {/* For password managers, which keep a password with a name. */}
        <input type="hidden" autoComplete="username" value={address} readOnly />
        {refusal === null ? null : (
          <Notice tone="stop" role="alert">
            {refusal.words}
          </Notice>
        )}
        {asksName ? (
          <TextField
            id={boxId('name')}
            label={w.boxes.name}
            autoComplete="name"
            large
            value={name}
            onChange={(event) => setName(event.target.value)}
            error={pressed > 0 ? wrongName : undefined}
            help={nameHelp}
          />
        ) : null}
        {typed.boxes}
        <Submit look={app.look} ready={typed.isReady && wrongName === undefined} busy={busy}>
          {button}
        </Submit>
      </form>
    </PageFrame>
  );
}
