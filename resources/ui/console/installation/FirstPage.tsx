import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState, type ReactNode } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { PasswordField, Select, TextField } from '../../kit/Field';
import { Failure } from '../../kit/Failure';
import { Logo } from '../../kit/Marks';
import { Notice } from '../../kit/Notice';
import { Loading } from '../../kit/QueryState';
import { Sheet, Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { useTitle } from '../../kit/useTitle';
import { api } from '../api';
import { SIGN_IN_ADDRESS, SignIn } from '../signin/SignIn';

type Installation = Schemas['Installation'];
type Step = Installation['steps'][number]['step'];

/** What nobody is signed in sees: the sign-in page, or on an empty Kennel the way to its first keeper. */
export function FirstPage() {
  const installation = useQuery({
    queryKey: ['installation'],
    queryFn: ({ signal }) => answer(api.GET('/installation', { signal })),
    retry: false,
  });
  useTitle('A new Kennel');
  const [madeFor, setMadeFor] = useState<string | null>(null);
  // The sign-in page takes the place of the form whose button had the focus.
  useEffect(() => {
    if (madeFor !== null) document.getElementById(SIGN_IN_ADDRESS)?.focus();
  }, [madeFor]);
  if (installation.isPending) return <Loading what="the console" />;
  if (madeFor !== null)
    return (
      <SignIn
        notice={
          <Notice tone="good" role="status">
            Kennel is ready. Sign in as {madeFor}.
          </Notice>
        }
      />
    );
  if (installation.data?.is_needed !== true)
    return (
      <SignIn
        notice={
          installation.error === null ? undefined : (
            <Failure error={installation.error} onRetry={installation.refetch} />
          )
        }
      />
    );
  const open = installation.data.steps.filter((step) => !step.is_done);
  return (
    <Surface as="main" ground="well" className="min-h-full px-4 py-[6vh]">
      <Sheet width="wide">
        <Text as="h1" size="title" weight="bold" className="mb-2 flex items-center gap-2">
          <Logo /> A new Kennel
        </Text>
        {open.length > 0 ? (
          <Prepare open={open.map((step) => step.step)} onLook={() => void installation.refetch()} />
        ) : (
          <Begin onMade={setMadeFor} />
        )}
      </Sheet>
    </Surface>
  );
}

const missing: Record<Step, string> = {
  directory: 'The data directory cannot be written.',
  schema: 'The database is not there, or not of this version.',
  key: 'There is no key that opens what is sealed.',
};

function Prepare({ open, onLook }: { open: Step[]; onLook: () => void }) {
  return (
    <>
      <Text as="p" tone="soft" className="mb-4">
        Something has to be done on the machine first.
      </Text>
      <ul className="mb-4 space-y-2">
        {open.map((step) => (
          <li key={step}>
            <Notice tone="caution">{missing[step]}</Notice>
          </li>
        ))}
      </ul>
      <p className="mb-2">As the user that runs Kennel, in its directory:</p>
      <p className="mb-5">
        <Command>php artisan kennel:install --data-only</Command>
      </p>
      <Button kind="act" onClick={onLook}>
        Look again
      </Button>
    </>
  );
}

const empty = { code: '', app: '', app_name: '', app_kind: 'web', name: '', email: '', password: '' };
type Typed = typeof empty;

function Begin({ onMade }: { onMade: (email: string) => void }) {
  const client = useQueryClient();
  const [typed, setTyped] = useState<Typed>(empty);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const reasons = refusal?.problem?.reasons ?? [];
  const box = (field: keyof Typed) => ({
    value: typed[field],
    error: reasons.find((reason) => reason.field === field)?.message,
    onChange: (event: { target: { value: string } }) => setTyped({ ...typed, [field]: event.target.value }),
  });
  const { submit, busy } = useSubmit(
    () =>
      answer(
        api.POST('/installation', { body: { ...typed, app_kind: typed.app_kind as 'web' | 'single page' | 'mobile' } }),
      ).then(() => {
        onMade(typed.email);
        return client.invalidateQueries({ queryKey: ['installation'] });
      }),
    setRefusal,
  );
  return (
    <form noValidate className="space-y-1.5" onSubmit={submit}>
      <Text as="p" tone="soft" className="mb-4">
        It has no keeper yet. Name its first app and the person who may do everything; the rest is decided inside.
      </Text>
      {refusal === null ? null : (
        <Notice tone="stop" role="alert">
          {reasons.some((reason) => reason.field !== null && reason.field in empty)
            ? 'Something below is not acceptable yet.'
            : refusal.words}
        </Notice>
      )}
      <TextField
        label="Set-up code"
        autoComplete="off"
        spellCheck={false}
        help="It shows that this machine is yours. Read it in the data directory, in the file setup-code."
        {...box('code')}
      />
      <Part title="The first app">
        <TextField label="Name" autoComplete="off" help="As people know it." {...box('app_name')} />
        <div className="grid gap-x-4 sm:grid-cols-2">
          <TextField
            label="Key"
            autoComplete="off"
            spellCheck={false}
            help="In addresses: lower-case letters, digits, hyphens."
            {...box('app')}
          />
          <Select
            label="Kind"
            required
            choices={[
              { value: 'web', label: 'Web' },
              { value: 'single page', label: 'Single page' },
              { value: 'mobile', label: 'Mobile' },
            ]}
            {...box('app_kind')}
          />
        </div>
      </Part>
      <Part title="The first keeper">
        <TextField label="Your name" autoComplete="name" {...box('name')} />
        <TextField label="E-mail address" type="email" autoComplete="username" {...box('email')} />
        <PasswordField label="Password" autoComplete="new-password" {...box('password')} />
      </Part>
      <Button type="submit" kind="act" size="large" aria-disabled={busy}>
        Create app and keeper
      </Button>
    </form>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Surface as="section" edge="top" className="pt-3">
      <Text as="h2" weight="bold" className="mb-2">
        {title}
      </Text>
      {children}
    </Surface>
  );
}

function Command({ children }: { children: ReactNode }) {
  return (
    <Surface ground="well" className="px-3 py-2">
      <Text as="code" face="mono" size="small" className="wrap-anywhere">
        {children}
      </Text>
    </Surface>
  );
}
