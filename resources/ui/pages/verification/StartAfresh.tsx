import { useState } from 'react';
import { answer, type ApiError } from '../../api/client';
import { TextField } from '../../kit/Field';
import { boxId } from '../../kit/FieldBox';
import { Notice } from '../../kit/Marks';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { Mistakes, PageFrame, Submit } from '../PageFrame';
import { useNewPassword } from '../passwords/NewPassword';
import { isOfTheLink, type PressProps } from './pressing';

/** Whoever reads the mailbox and knows no password begins anew: a name and a password of their own, and nothing that another entered. */
export function StartAfresh({ app, token, found, onProven, onRefused }: PressProps) {
  const typed = useNewPassword(found.address);
  const [name, setName] = useState('');
  const [pressed, setPressed] = useState(0);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const wrongName = found.asks_name && name.trim() === '' ? 'Enter a name.' : undefined;
  const mistakes = [
    ...(wrongName === undefined ? [] : [{ id: boxId('name'), label: 'Name', message: wrongName }]),
    ...typed.mistakes,
  ];
  const { submit, busy } = useSubmit(
    async () => {
      if (!typed.mayBeSent || wrongName !== undefined) {
        typed.touchAll();
        setPressed(pressed + 1);
        return;
      }
      const body = { token, new_password: typed.password, ...(found.asks_name ? { name } : {}) };
      onProven(await answer(api.POST('/verifications/consume', { body })));
    },
    (error) => (isOfTheLink(error) ? onRefused(error) : setRefusal(error)),
  );
  return (
    <PageFrame app={app} title="Choose a new password">
      <form onSubmit={submit} noValidate className="space-y-2">
        <Mistakes key={pressed} mistakes={pressed === 0 ? [] : mistakes} />
        <p className="mb-3 font-mono text-[15px] wrap-anywhere">{found.address}</p>
        <input type="hidden" autoComplete="username" value={found.address} readOnly />
        {refusal === null ? null : (
          <Notice tone="stop" role="alert">
            {refusal.words}
          </Notice>
        )}
        {found.asks_name ? (
          <TextField
            id={boxId('name')}
            label="Name"
            autoComplete="name"
            large
            value={name}
            onChange={(event) => setName(event.target.value)}
            error={pressed > 0 ? wrongName : undefined}
          />
        ) : null}
        {typed.boxes}
        <Submit look={app.look} ready={typed.isReady && wrongName === undefined} busy={busy}>
          Confirm the address and set the password
        </Submit>
      </form>
    </PageFrame>
  );
}
