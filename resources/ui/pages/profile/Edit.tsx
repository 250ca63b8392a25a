import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Select, TextField } from '../../kit/Field';
import { boxId } from '../../kit/FieldBox';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { NewPasswordField } from '../../kit/PasswordAdvice';
import { useSubmit } from '../../kit/useSubmit';
import { CurrentPassword } from '../passwords/CurrentPassword';
import { api, pagePath } from '../api';
import { Loading, Mistakes, NotSignedIn, PageFrame, Submit } from '../PageFrame';
import { judgePassword, useLast, useVerdict } from '../signup/useVerdict';
import { LANGUAGES, w, type Language } from '../words';

type Own = Schemas['OwnAccount'];

const boxes = () =>
  [
    ['name', w.boxes.name],
    ['password', w.boxes.newPassword],
    ['current', w.boxes.current],
  ] as const;

/** The holder's edit form. The password box is never filled in; left empty, the password stays as it is. */
export function Edit({ app }: { app: Schemas['App'] }) {
  const [account, setAccount] = useState<Own | ApiError | null>(null);
  useEffect(() => {
    answer(api.GET('/account')).then(setAccount, setAccount);
  }, []);
  if (account === null) return <Loading app={app} />;
  return account instanceof ApiError ? (
    <NotSignedIn app={app} error={account} />
  ) : (
    <EditForm app={app} account={account} onNewer={setAccount} />
  );
}

function EditForm({ app, account, onNewer }: { app: Schemas['App']; account: Own; onNewer: (account: Own) => void }) {
  const [name, setName] = useState(account.name);
  const [language, setLanguage] = useState<Language | ''>(account.language ?? '');
  const [password, setPassword] = useState('');
  const [current, setCurrent] = useState('');
  const [pressed, setPressed] = useState(0);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const [saved, setSaved] = useState(false);
  const verdict = useLast(useVerdict({ password, email: account.email, name, app: app.key }, judgePassword));
  const isSet = password !== '';
  const reason = (field: string) => refusal?.problem?.reasons.find((one) => one.field === field)?.message;
  const mistakes = boxes().flatMap(([field, label]) => {
    const message = reason(field);
    return message === undefined ? [] : [{ id: boxId(field), label, message }];
  });
  const { submit, busy } = useSubmit(
    async () => {
      setSaved(false);
      const after = await answer(
        api.PATCH('/account', {
          params: { header: { 'If-Match': `"v${account.version}"` } },
          body: { name, language, ...(isSet ? { password, current } : {}) },
        }),
      );
      if (language !== (account.language ?? '')) {
        // In another language it is another page.
        window.location.reload();
        return 'leaves';
      }
      onNewer(after);
      setRefusal(null);
      setSaved(true);
      setPassword('');
      setCurrent('');
    },
    (error) => {
      const say = (said: ApiError) => {
        setRefusal(said);
        setPressed(pressed + 1);
      };
      if (error.status !== 412) return say(error);
      // Another window or an operator was faster: the newer record is taken, and what was typed stays to be saved upon it.
      answer(api.GET('/account')).then((newer) => {
        onNewer(newer);
        say(error);
      }, say);
    },
  );
  return (
    <PageFrame app={app} title={w.edit.title}>
      <form onSubmit={submit} noValidate className="space-y-2">
        <Mistakes key={pressed} mistakes={mistakes} />
        {refusal !== null && mistakes.length === 0 ? (
          <Notice tone="stop" role="alert">
            {refusal.status === 412 ? w.edit.newer(account.name) : refusal.words}
          </Notice>
        ) : null}
        {saved ? (
          <Notice tone="good" role="status">
            {w.edit.saved}
          </Notice>
        ) : null}
        <TextField
          id={boxId('name')}
          label={w.boxes.name}
          autoComplete="name"
          large
          value={name}
          onChange={(event) => setName(event.target.value)}
          error={reason('name')}
        />
        <Select
          id={boxId('language')}
          label={w.boxes.language}
          large
          value={language}
          onChange={(event) => setLanguage(event.target.value as Language | '')}
          choices={[
            { value: '', label: w.edit.browserLanguage },
            ...Object.entries(LANGUAGES).map(([value, label]) => ({ value, label })),
          ]}
        />
        <NewPasswordField
          id={boxId('password')}
          label={w.boxes.newPassword}
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          error={reason('password')}
          verdict={verdict}
          mayStayEmpty
        />
        {isSet ? <CurrentPassword value={current} error={reason('current')} onChange={setCurrent} /> : null}
        <Submit look={app.look} ready={name.trim() !== '' && (!isSet || current !== '')} busy={busy}>
          {w.edit.submit}
        </Submit>
      </form>
      <p className="mt-5">
        <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
      </p>
    </PageFrame>
  );
}
