import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { PasswordField, TextField } from '../../kit/Field';
import { boxId } from '../../kit/FieldBox';
import { Notice } from '../../kit/Marks';
import { NewPasswordField } from '../../kit/PasswordAdvice';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { Mistakes, PageFrame, PageLink, Submit } from '../PageFrame';
import { judgePassword, useLast, useVerdict } from '../signup/useVerdict';

type Own = Schemas['OwnAccount'];

const BOXES = [
  ['name', 'Name'],
  ['password', 'New password'],
  ['current', 'Password you have now'],
] as const;

/** The holder's edit form. The password box is never filled in; left empty, the password stays as it is. */
export function Edit({ app }: { app: Schemas['App'] }) {
  const [account, setAccount] = useState<Own | null>(null);
  useEffect(() => {
    // Without a session there is nothing to edit; the sign-in page is the way to one.
    answer(api.GET('/account')).then(setAccount, () => window.location.assign(pagePath('sign-in')));
  }, []);
  return account === null ? null : <EditForm app={app} account={account} />;
}

function EditForm({ app, account }: { app: Schemas['App']; account: Own }) {
  const [name, setName] = useState(account.name);
  const [password, setPassword] = useState('');
  const [current, setCurrent] = useState('');
  const [pressed, setPressed] = useState(0);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const [saved, setSaved] = useState(false);
  const verdict = useLast(useVerdict({ password, email: account.email, name, app: app.key }, judgePassword));
  const isSet = password !== '';
  const reason = (field: string) => refusal?.problem?.reasons.find((one) => one.field === field)?.message;
  const mistakes = BOXES.flatMap(([field, label]) => {
    const message = reason(field);
    return message === undefined ? [] : [{ id: boxId(field), label, message }];
  });
  const { submit, busy } = useSubmit(
    async () => {
      setSaved(false);
      await answer(
        api.PATCH('/account', {
          params: { header: { 'If-Match': '*' } },
          body: isSet ? { name, password, current } : { name },
        }),
      );
      setRefusal(null);
      setSaved(true);
      setPassword('');
      setCurrent('');
    },
    (error) => {
      setRefusal(error);
      setPressed(pressed + 1);
    },
  );
  return (
    <PageFrame app={app} title="Edit your account">
      <form onSubmit={submit} noValidate className="space-y-2">
        <Mistakes key={pressed} mistakes={mistakes} />
        {refusal !== null && mistakes.length === 0 ? (
          <Notice tone="stop" role="alert">
            {refusal.words}
          </Notice>
        ) : null}
        {saved ? (
          <Notice tone="good" role="status">
            Saved.
          </Notice>
        ) : null}
        <TextField
          id={boxId('name')}
          label="Name"
          autoComplete="name"
          large
          value={name}
          onChange={(event) => setName(event.target.value)}
          error={reason('name')}
        />
        <NewPasswordField
          id={boxId('password')}
          label="New password"
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          error={reason('password')}
          verdict={verdict}
          mayStayEmpty
        />
        {isSet ? (
          <PasswordField
            id={boxId('current')}
            label="Password you have now"
            autoComplete="current-password"
            large
            value={current}
            onChange={(event) => setCurrent(event.target.value)}
            error={reason('current')}
          />
        ) : null}
        <Submit look={app.look} ready={name.trim() !== '' && (!isSet || current !== '')} busy={busy}>
          Save
        </Submit>
      </form>
      <p className="mt-5">
        <PageLink href={pagePath('profile')}>Back to your account</PageLink>
      </p>
    </PageFrame>
  );
}
