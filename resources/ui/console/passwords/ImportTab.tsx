import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Checkbox, FileField, Select } from '../../kit/Field';
import { Failure } from '../../kit/Failure';
import { Heading } from '../../kit/Heading';
import { QueryState } from '../../kit/QueryState';
import { api, refresh } from '../api';
import { apps as appsQuery } from '../queries';
import { ImportReport } from './ImportReport';
import { Text } from '../../kit/Text';

type Digest = '' | 'md5' | 'sha1' | 'sha256' | 'sha512';
type Layout = 'password' | 'salt.password' | 'password.salt';

/** Accounts of another service: a file is checked row by row, then imported. Their holders sign in with the passwords they have. */
export function ImportTab() {
  const client = useQueryClient();
  const imports = useQuery({
    queryKey: ['imports'],
    queryFn: ({ signal }) => answer(api.GET('/imports', { signal })),
    refetchInterval: (query) =>
      query.state.data?.items.some(({ state }) => state === 'checking' || state === 'importing') === true
        ? 500
        : 10_000,
  });
  const apps = useQuery(appsQuery);
  const [file, setFile] = useState<File | null>(null);
  const [asked, setAsked] = useState(false);
  const [app, setApp] = useState('');
  const [proven, setProven] = useState(false);
  const [mustChange, setMustChange] = useState(false);
  const [digest, setDigest] = useState<Digest>('');
  const [layout, setLayout] = useState<Layout>('password');
  const items = apps.data?.items ?? [];
  const chosen = app === '' ? (items[0]?.key ?? '') : app;
  const send = useMutation({
    mutationFn: (sent: File) => {
      const isLines = /\.(jsonl|ndjson)$/i.test(sent.name);
      return answer(
        api.PUT('/imports/{id}', {
          params: {
            path: { id: crypto.randomUUID() },
            query: {
              app: chosen,
              name: sent.name.slice(-200),
              proven: proven ? 'yes' : 'no',
              must_change: mustChange ? 'yes' : 'no',
              ...(digest === '' ? {} : { digest, layout }),
            },
          },
          // The file itself is the body: it is streamed, however large.
          body: sent as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': isLines ? 'application/jsonl' : 'text/csv' },
        }),
      );
    },
    onSuccess: () => {
      setFile(null);
      refresh(client);
    },
  });
  const refused = send.error instanceof ApiError ? send.error.problem?.reasons[0]?.message : undefined;
  return (
    <>
      <form
        aria-label="New import"
        className="mb-6 max-w-[640px]"
        onSubmit={(event) => {
          event.preventDefault();
          setAsked(file === null);
          if (file !== null && !send.isPending) send.mutate(file);
        }}
      >
        <Heading>Import accounts with their hashes</Heading>
        <Text as="p" tone="soft" className="mb-3">
          CSV with the columns <code>address</code>, <code>name</code>, <code>hash</code> and, for bare digests,{' '}
          <code>salt</code>; or JSON Lines with the same keys. The file is checked first; nothing is imported until you
          confirm it. Files beyond 64 MiB: <code>php artisan kennel:import</code>.
        </Text>
        <FileField
          label="File"
          accept=".csv,.jsonl,.ndjson,text/csv"
          error={asked && file === null ? 'Choose a file first.' : refused}
          onChoose={setFile}
        />
        <div className="grid grid-cols-3 gap-x-4 max-sm:grid-cols-1">
          <Select
            label="App"
            required
            value={chosen}
            onChange={(event) => setApp(event.target.value)}
            choices={items.map(({ key, name }) => ({ value: key, label: name }))}
          />
          <Select
            label="Bare digest algorithm"
            value={digest}
            onChange={(event) => setDigest(event.target.value as Digest)}
            choices={[
              { value: '', label: 'none in the file' },
              { value: 'md5', label: 'MD5' },
              { value: 'sha1', label: 'SHA-1' },
              { value: 'sha256', label: 'SHA-256' },
              { value: 'sha512', label: 'SHA-512' },
            ]}
          />
          <Select
            label="Digest input"
            required
            value={layout}
            disabled={digest === ''}
            onChange={(event) => setLayout(event.target.value as Layout)}
            choices={[
              { value: 'password', label: 'the password' },
              { value: 'salt.password', label: 'salt, then password' },
              { value: 'password.salt', label: 'password, then salt' },
            ]}
          />
        </div>
        <Checkbox
          label="The addresses are verified"
          checked={proven}
          onChange={(event) => setProven(event.target.checked)}
        />
        <Checkbox
          label="Require a new password at the next sign-in"
          checked={mustChange}
          onChange={(event) => setMustChange(event.target.checked)}
        />
        {refused === undefined ? <Failure error={send.error} /> : null}
        <div className="mt-2">
          <Button type="submit" kind="act" aria-disabled={send.isPending}>
            {send.isPending ? 'Sending…' : 'Check file'}
          </Button>
        </div>
      </form>
      <QueryState
        of={imports}
        what="the imports"
        isEmpty={imports.data?.items.length === 0}
        empty="Nothing has been imported yet."
      >
        {imports.data?.items.map((one: Schemas['Import']) => (
          <ImportReport key={one.id} of={one} />
        ))}
      </QueryState>
    </>
  );
}
