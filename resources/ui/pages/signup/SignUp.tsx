import { useRef, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Checkbox, FieldError, PasswordField, TextField } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { NewPasswordField } from '../../kit/PasswordAdvice';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { api, isTried, pagePath, tellBench } from '../api';
import { boxId, FieldBox } from '../../kit/FieldBox';
import { Mistakes, PageFrame, Submit, type Mistake } from '../PageFrame';
import { LookForMessage } from '../verification/LookForMessage';
import { longDate, w } from '../words';
import { useForm } from './useForm';
import { judgePassword, timed, useLast, useVerdict } from './useVerdict';

type App = Schemas['App'];
type Input = Schemas['SignupInput'];

export function SignUp({ app }: { app: App }) {
  const [sentTo, setSentTo] = useState<string | null>(null);
  const [isBack, setBack] = useState(false);
  if (sentTo !== null && !isBack) return <LookForMessage app={app} email={sentTo} onBack={() => setBack(true)} />;
  return (
    <PageFrame app={app} title={w.signUp.title}>
      {app.signup.closed === null ? (
        <SignUpForm
          app={app}
          email={sentTo ?? ''}
          onDone={(email) => {
            setBack(false);
            setSentTo(email);
          }}
        />
      ) : (
        <Notice tone="information">{app.signup.closed}</Notice>
      )}
      <p className="mt-5">
        {w.signUp.haveOne} <PageLink href={pagePath('sign-in')}>{w.links.signIn}</PageLink>
      </p>
    </PageFrame>
  );
}

async function judge(input: Input): Promise<Schemas['Verdict']> {
  const { result, milliseconds } = await timed(answer(api.POST('/signups/verdict', { body: input })));
  // A page that nobody has touched is no try.
  if (`${input.name ?? ''}${input.email ?? ''}${input.password ?? ''}` !== '')
    tellBench({ kind: 'verdict', request: input, response: result, milliseconds });
  return result;
}

function SignUpForm({
  app,
  email,
  onDone,
}: {
  app: App;
  /** Of one that was mistyped before. */
  email: string;
  onDone: (email: string) => void;
}) {
  const [typed, setTyped] = useState({ name: '', email, password: '', repeat: '' });
  const [fields, setFields] = useState<Record<string, unknown>>({});
  const [accepted, setAccepted] = useState(false);
  const [trapped, setTrapped] = useState('');
  const [touched, setTouched] = useState<ReadonlySet<string>>(new Set());
  const [pressed, setPressed] = useState(0);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const key = useRef(crypto.randomUUID());
  const form = useForm(app.key);
  const asked = app.signup.fields;
  const input: Input = {
    app: app.key,
    name: typed.name,
    email: typed.email,
    password: typed.password,
    ...(asked.length === 0 ? {} : { fields }),
    ...(app.terms === null ? {} : { terms: accepted ? app.terms.version : null }),
  };
  const verdict = useVerdict(input, judge, app);
  const shown = useLast(verdict);
  const advice = useLast(
    useVerdict({ password: typed.password, email: typed.email, name: typed.name, app: app.key }, judgePassword, app),
  );
  const repeats = typed.repeat === typed.password;
  // Not known to be wrong: where no verdict has come yet, or none comes at all, the server decides.
  const mayBeSent = verdict?.accepted !== false && repeats && typed.password !== '';

  const touch = (name: string) => setTouched((before) => new Set([...before, name]));
  const reason = (name: string): string | undefined =>
    name === 'repeat'
      ? repeats && typed.repeat !== ''
        ? undefined
        : typed.repeat === '' && typed.password === ''
          ? w.checks.again
          : w.checks.unlike
      : shown?.reasons.find(({ field }) => field === name)?.message;
  const error = (name: string) => (touched.has(name) ? reason(name) : undefined);
  const box = (name: keyof typeof typed) => ({
    name,
    id: boxId(name),
    large: true,
    required: true,
    value: typed[name],
    error: error(name),
    onChange: (event: { target: { value: string } }) => setTyped({ ...typed, [name]: event.target.value }),
    onBlur: () => (typed[name] === '' ? undefined : touch(name)),
  });
  const order: [string, string, string][] = [
    ['name', boxId('name'), w.boxes.fullName],
    ['email', boxId('email'), w.boxes.email],
    ['password', boxId('password'), w.boxes.password],
    ['repeat', boxId('repeat'), w.boxes.repeat],
    ...asked.map((field): [string, string, string] => [`fields.${field.key}`, boxId(field.key), field.label]),
    ['terms', boxId('terms'), w.boxes.terms],
  ];
  const send = async () => {
    if (isTried) {
      const { result, milliseconds } = await timed(answer(api.POST('/signups/rehearsal', { body: input })));
      tellBench({ kind: 'rehearsal', request: input, response: result, milliseconds });
      return goOn(result.state);
    }
    const { state } = await answer(
      api.POST('/signups', {
        body: { ...input, form: await form.ready(trapped) },
        params: { header: { 'Idempotency-Key': key.current } },
      }),
    );
    return goOn(state);
  };
  const goOn = (state: string | null) => {
    if (state === 'signed_in') window.location.assign(pagePath('details'));
    else onDone(typed.email);
    return 'leaves';
  };
  const point = () => {
    setTouched(new Set(order.map(([name]) => name)));
    setPressed(pressed + 1);
  };
  const { submit, busy } = useSubmit(
    async () => (mayBeSent ? send() : point()),
    (error) => {
      // A new attempt with other values is a new request, and whatever became of the form, another is opened.
      if (error.status !== 0) key.current = crypto.randomUUID();
      form.reopen();
      setRefusal(error);
      if ((error.problem?.reasons.length ?? 0) > 0) point();
    },
  );

  const mistakes: Mistake[] =
    pressed === 0
      ? []
      : order.flatMap(([name, id, label]) => {
          const message = reason(name);
          return message === undefined ? [] : [{ id, label, message }];
        });

  return (
    <form onSubmit={submit} noValidate className="space-y-2">
      <Mistakes key={pressed} mistakes={mistakes} />
      {refusal === null ? null : (
        <Notice tone="stop" role="alert">
          {refusal.words}
        </Notice>
      )}
      <TextField label={w.boxes.fullName} autoComplete="name" {...box('name')} />
      <TextField label={w.boxes.email} type="email" autoComplete="username" inputMode="email" {...box('email')} />
      <NewPasswordField label={w.boxes.password} {...box('password')} verdict={advice} />
      <PasswordField
        label={w.boxes.repeat}
        autoComplete="new-password"
        {...box('repeat')}
        help={typed.repeat !== '' && repeats ? <Text tone="good">{w.checks.same}</Text> : undefined}
      />
      {asked.map((field) => (
        <FieldBox
          key={field.key}
          field={field}
          value={fields[field.key]}
          error={error(`fields.${field.key}`)}
          onChange={(value) => setFields({ ...fields, [field.key]: value })}
          onLeave={() => touch(`fields.${field.key}`)}
        />
      ))}
      {app.terms === null ? null : (
        <div>
          <Checkbox
            id={boxId('terms')}
            label={w.signUp.acceptTerms(longDate(app.terms.version))}
            checked={accepted}
            onChange={(event) => setAccepted(event.target.checked)}
          />
          <Text as="p" size="note" className="pl-[30px]">
            <PageLink href={pagePath('terms')} target="_blank" rel="noopener">
              {w.signUp.readTerms}
              <span className="sr-only">{w.signUp.opensWindow}</span>
            </PageLink>
          </Text>
          <FieldError>{error('terms')}</FieldError>
        </div>
      )}
      {form.trap ? <Trap value={trapped} onChange={setTrapped} /> : null}
      <div className="pt-2">
        <Submit look={app.look} ready={shown?.accepted === true && repeats} busy={busy}>
          {w.signUp.submit}
        </Submit>
      </div>
    </form>
  );
}

/**
 * A box that only programs fill in: outside the page, out of the tab order and of the accessibility tree, and with a name and a kind
 * that no password manager has a value for.
 */
function Trap({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  return (
    <div aria-hidden="true" className="absolute top-auto -left-[9999px] size-px overflow-hidden">
      <label>
        {w.signUp.trap}
        <input
          name="remark"
          type="text"
          tabIndex={-1}
          autoComplete="off"
          value={value}
          onChange={(event) => onChange(event.target.value)}
        />
      </label>
    </div>
  );
}
