import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, ApiError, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Disclosure } from '../../kit/Disclosure';
import { Checkbox, PasswordField, Select, TextField } from '../../kit/Field';
import { FieldBox } from '../../kit/FieldBox';
import { LinkButton } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { Segments } from '../../kit/Segments';
import { Note, Text } from '../../kit/Text';
import { api, refresh, useMay } from '../api';
import { app as appQuery, apps as appsQuery, roles as rolesQuery } from '../queries';
import { Entries } from './Entries';
import { documentOf, type Entry } from './metadata';
import { TemporaryPasswordDialog } from './TemporaryPasswordDialog';

type Way = 'link' | 'temporary' | 'temporary_mailed' | 'typed';

const WAYS: readonly { value: Way; label: string; means: string }[] = [
  { value: 'link', label: 'Link by mail', means: 'They choose a password by it, which also verifies the address.' },
  {
    value: 'temporary',
    label: 'Temporary password',
    means: 'You are shown it once and hand it over. It works for 24 hours; they have to choose another.',
  },
  {
    value: 'temporary_mailed',
    label: 'The same by mail',
    means: 'It is mailed and not shown. It works for 24 hours; they have to choose another.',
  },
  { value: 'typed', label: 'Typed now', means: 'You type a password, and hand it over.' },
];

const NOBODY = { name: '', email: '' };

/** An account for somebody who does not sign up. It stays open for the next: what is not personal is kept. */
export function MakeAccountDialog({ onClose }: { onClose: () => void }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const apps = useQuery(appsQuery).data?.items ?? [];
  const [person, setPerson] = useState(NOBODY);
  const [app, setApp] = useState('');
  const [way, setWay] = useState<Way>('link');
  const [isVouchedFor, setVouchedFor] = useState(false);
  const [isSuspended, setSuspended] = useState(false);
  const [password, setPassword] = useState('');
  const [mustChange, setMustChange] = useState(true);
  const [fields, setFields] = useState<Record<string, unknown>>({});
  const [roles, setRoles] = useState<readonly string[] | null>(null);
  const [internal, setInternal] = useState<readonly Entry[]>([]);
  const [own, setOwn] = useState<readonly Entry[]>([]);
  const [made, setMade] = useState<Schemas['Account'] | null>(null);
  const [temporary, setTemporary] = useState<string | null>(null);
  const [taken, setTaken] = useState<string | null>(null);
  if (temporary !== null && made !== null) {
    return <TemporaryPasswordDialog name={made.name} password={temporary} onDone={() => setTemporary(null)} />;
  }
  const chosen = app === '' ? (apps[0]?.key ?? '') : app;
  const metadata = documentOf(internal);
  const ownMetadata = documentOf(own);
  const open = (id: string) => {
    onClose();
    void navigate(`/accounts/${id}`);
  };
  const box = (field: keyof typeof person) => ({
    value: person[field],
    onChange: (event: { target: { value: string } }) => setPerson({ ...person, [field]: event.target.value }),
  });
  return (
    <ActDialog
      title="New account"
      act="Create account"
      asksWhy={isVouchedFor || isSuspended}
      onClose={onClose}
      run={async (reason) => {
        setTaken(null);
        setMade(null);
        if ('mistakes' in metadata || 'mistakes' in ownMetadata) return 'stays';
        // Whoever is quicker than the list of apps means the first of it.
        const of = chosen === '' ? ((await client.ensureQueryData(appsQuery)).items[0]?.key ?? '') : chosen;
        try {
          const done = await answer(
            api.POST('/accounts', {
              body: {
                ...person,
                app: of,
                way,
                verified: isVouchedFor,
                ...(isVouchedFor || isSuspended ? { reason } : {}),
                ...(isSuspended ? { suspended: true } : {}),
                ...(way === 'typed' ? { password, must_change: mustChange } : {}),
                ...(Object.keys(fields).length === 0 ? {} : { fields }),
                ...(roles === null ? {} : { roles: [...roles] }),
                ...(internal.length + own.length === 0
                  ? {}
                  : {
                      metadata: {
                        ...(internal.length === 0 ? {} : { internal: metadata.document }),
                        ...(own.length === 0 ? {} : { own: ownMetadata.document }),
                      },
                    }),
              },
            }),
          );
          setMade(done.account);
          setTemporary(done.temporary_password);
          setPerson(NOBODY);
          setPassword('');
          setFields({});
          setOwn([]);
          refresh(client);
        } catch (error) {
          const there = error instanceof ApiError ? error.problem?.reasons.find(isTaken) : undefined;
          setTaken((there?.parameters as { account?: string } | undefined)?.account ?? null);
          throw error;
        }
        return 'stays';
      }}
    >
      {({ of }) => (
        <>
          {made === null ? null : (
            <Notice tone="good" role="status">
              <bdi>{made.name}</bdi> has an account now.{' '}
              <LinkButton onClick={() => open(made.id)}>Open the account</LinkButton>
            </Notice>
          )}
          <TextField label="Name" autoComplete="off" {...box('name')} error={of('name')} />
          <TextField
            label="E-mail address"
            type="email"
            autoComplete="off"
            spellCheck={false}
            {...box('email')}
            error={of('email')}
          />
          {taken === null ? null : (
            <p>
              <LinkButton onClick={() => open(taken)}>Open the account that is there</LinkButton>
            </p>
          )}
          <Select
            label="App"
            required
            value={chosen}
            onChange={(event) => setApp(event.target.value)}
            error={of('app')}
            choices={apps.map(({ key, name }) => ({ value: key, label: name }))}
          />
          <div>
            <Text as="p" weight="strong" className="mb-1" aria-hidden>
              First way in
            </Text>
            <Segments label="First way in" value={way} onChange={setWay} choices={WAYS} />
            <Note className="mt-1">{WAYS.find(({ value }) => value === way)?.means}</Note>
          </div>
          {way === 'typed' ? (
            <>
              <PasswordField
                label="Password"
                autoComplete="off"
                value={password}
                onChange={(event) => setPassword(event.target.value)}
                error={of('password')}
              />
              <Checkbox
                label="It must be changed at the first sign-in"
                checked={mustChange}
                onChange={(event) => setMustChange(event.target.checked)}
              />
            </>
          ) : null}
          <Checkbox
            label="I know that this address is theirs"
            checked={isVouchedFor}
            onChange={(event) => setVouchedFor(event.target.checked)}
          />
          <Checkbox
            label="It begins suspended"
            checked={isSuspended}
            onChange={(event) => setSuspended(event.target.checked)}
          />
          <AskedFields app={chosen} values={fields} onChange={setFields} mistakeOf={(key) => of(`fields.${key}`)} />
          <Roles roles={roles} onChange={setRoles} mistake={of('roles')} />
          <NewDocument
            name="Own metadata, which the holder may change"
            entries={own}
            document={ownMetadata}
            mistake={of('metadata.own')}
            onChange={setOwn}
          />
          <NewDocument
            name="Internal metadata"
            entries={internal}
            document={metadata}
            mistake={of('metadata.internal')}
            onChange={setInternal}
          />
        </>
      )}
    </ActDialog>
  );
}

function NewDocument({
  name,
  entries,
  document,
  mistake,
  onChange,
}: {
  name: string;
  entries: readonly Entry[];
  document: ReturnType<typeof documentOf>;
  mistake: string | undefined;
  onChange: (entries: readonly Entry[]) => void;
}) {
  return (
    <Disclosure summary={name}>
      <div className="mt-2">
        <Entries entries={entries} mistakes={'mistakes' in document ? document.mistakes : {}} onChange={onChange} />
        <Text as="p" tone="stop">
          {mistake}
        </Text>
      </div>
    </Disclosure>
  );
}

const isTaken = ({ code }: { code: string }): boolean => code === 'account.address_taken';

/** What the app asks, none of it required here: the holder can fill it in. */
function AskedFields({
  app,
  values,
  onChange,
  mistakeOf,
}: {
  app: string;
  values: Record<string, unknown>;
  onChange: (values: Record<string, unknown>) => void;
  mistakeOf: (key: string) => string | undefined;
}) {
  const asked = useQuery(appQuery(app)).data?.fields.filter(({ type }) => type !== 'picture');
  if (asked === undefined || asked.length === 0) return null;
  const mistakes = asked.map(({ key }) => mistakeOf(key));
  return (
    <Disclosure summary="Fields" isOpen={mistakes.some((mistake) => mistake !== undefined)}>
      <div className="mt-2 space-y-2">
        {asked.map((field, place) => (
          <FieldBox
            key={field.key}
            large={false}
            field={{ ...field, required: 'never' }}
            value={values[field.key]}
            error={mistakes[place]}
            onChange={(value) => onChange({ ...values, [field.key]: value })}
          />
        ))}
      </div>
    </Disclosure>
  );
}

/** The default ones, or those that are chosen; only what the operator may give can be. */
function Roles({
  roles,
  onChange,
  mistake,
}: {
  roles: readonly string[] | null;
  onChange: (roles: readonly string[] | null) => void;
  mistake: string | undefined;
}) {
  const may = useMay();
  const all = useQuery({ ...rolesQuery, enabled: may('kennel:roles.give') && may('kennel:roles.read') }).data?.items;
  if (all === undefined) return null;
  return (
    <Disclosure summary={`Roles: ${roles === null ? 'the default ones' : roles.join(', ') || 'none'}`}>
      <div className="mt-2 space-y-1">
        <Checkbox
          label="The default ones"
          checked={roles === null}
          onChange={(event) => onChange(event.target.checked ? null : [])}
        />
        {all.map(({ key, summary, is_giveable }) => (
          <Checkbox
            key={key}
            label={is_giveable ? `${key}: ${summary}` : `${key}: has permissions that you do not hold`}
            checked={roles?.includes(key) ?? false}
            disabled={!is_giveable || roles === null}
            onChange={(event) =>
              onChange(event.target.checked ? [...(roles ?? []), key] : (roles ?? []).filter((one) => one !== key))
            }
          />
        ))}
        <Text as="p" tone="stop">
          {mistake}
        </Text>
      </div>
    </Disclosure>
  );
}
