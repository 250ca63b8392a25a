import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, ApiError, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Checkbox, Select, TextField } from '../../kit/Field';
import { LinkButton } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { Segments } from '../../kit/Segments';
import { Note, Text } from '../../kit/Text';
import { api, refresh } from '../api';
import { apps as appsQuery } from '../queries';
import { TemporaryPasswordDialog } from './TemporaryPasswordDialog';

type Way = 'link' | 'temporary' | 'temporary_mailed';

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
  const [made, setMade] = useState<Schemas['Account'] | null>(null);
  const [temporary, setTemporary] = useState<string | null>(null);
  const [taken, setTaken] = useState<string | null>(null);
  if (temporary !== null && made !== null) {
    return <TemporaryPasswordDialog name={made.name} password={temporary} onDone={() => setTemporary(null)} />;
  }
  const chosen = app === '' ? (apps[0]?.key ?? '') : app;
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
      asksWhy={isVouchedFor}
      onClose={onClose}
      run={async (reason) => {
        setTaken(null);
        setMade(null);
        try {
          const done = await answer(
            api.POST('/accounts', {
              body: {
                ...person,
                app: chosen,
                way,
                verified: isVouchedFor,
                ...(isVouchedFor ? { reason } : {}),
              },
            }),
          );
          setMade(done.account);
          setTemporary(done.temporary_password);
          setPerson(NOBODY);
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
          <Checkbox
            label="I know that this address is theirs"
            checked={isVouchedFor}
            onChange={(event) => setVouchedFor(event.target.checked)}
          />
        </>
      )}
    </ActDialog>
  );
}

const isTaken = ({ code }: { code: string }): boolean => code === 'account.address_taken';
