import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Command } from 'cmdk';
import { Dialog as RadixDialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { Failure } from '../../kit/Failure';
import { Button } from '../../kit/Button';
import { Backdrop, DialogContent } from '../../kit/Dialog';
import { StatusMark } from '../../kit/Marks';
import { api, leave, STATIONS } from '../api';
import { apps as appsQuery, roles as rolesQuery } from '../queries';

const item =
  'flex h-9 cursor-pointer items-center gap-2.5 rounded-[4px] px-3 data-[selected=true]:bg-petrol-wash data-[selected=true]:text-petrol-deep';
const group =
  '[&>[cmdk-group-heading]]:px-3 [&>[cmdk-group-heading]]:pt-2 [&>[cmdk-group-heading]]:pb-1 [&>[cmdk-group-heading]]:text-small [&>[cmdk-group-heading]]:text-ink-soft';

/** One box for everything: accounts, stations, apps, roles and acts. */
export function Find({ open, onClose, onEvidence }: { open: boolean; onClose: () => void; onEvidence: () => void }) {
  return (
    <RadixDialog.Root open={open} onOpenChange={(next) => (next ? undefined : onClose())}>
      <RadixDialog.Portal>
        <Backdrop />
        <DialogContent className="fixed top-[10vh] left-1/2 z-50 w-[min(560px,calc(100vw-32px))] -translate-x-1/2 rounded-[8px] border border-line bg-sheet shadow-float max-sm:inset-0 max-sm:w-full max-sm:translate-x-0 max-sm:rounded-none max-sm:border-0">
          <RadixDialog.Title className="sr-only">Find</RadixDialog.Title>
          <Search onClose={onClose} onEvidence={onEvidence} />
          <div className="p-3 sm:hidden">
            <Button onClick={onClose}>Close Find</Button>
          </div>
        </DialogContent>
      </RadixDialog.Portal>
    </RadixDialog.Root>
  );
}

function Search({ onClose, onEvidence }: { onClose: () => void; onEvidence: () => void }) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [selected, setSelected] = useState('');
  const accounts = useQuery({
    queryKey: ['find', typed],
    enabled: typed.trim() !== '',
    placeholderData: keepPreviousData,
    queryFn: ({ signal }): Promise<Schemas['AccountPage']> =>
      answer(api.GET('/accounts', { params: { query: { q: typed.slice(0, 100), sort: 'name', limit: 6 } }, signal })),
  });
  // Until the answer to this very text is there, the former one is shown and opens nothing.
  const isAsking = typed.trim() !== '' && (accounts.isPending || accounts.isPlaceholderData);
  const [pressed, setPressed] = useState<string | null>(null);
  // Answers arrive after the stations are shown; the first of them is what Enter should open.
  const [answered, setAnswered] = useState(accounts.data);
  if (answered !== accounts.data) {
    setAnswered(accounts.data);
    setSelected(accounts.data?.items[0]?.id ?? '');
  }
  const firstFound = isAsking ? undefined : accounts.data?.items[0]?.id;
  useEffect(() => {
    if (pressed !== typed || isAsking) return;
    if (firstFound !== undefined) {
      onClose();
      void navigate(`/accounts/${firstFound}`);
    }
  }, [pressed, typed, isAsking, firstFound, navigate, onClose]);
  const roles = useQuery(rolesQuery);
  const apps = useQuery(appsQuery);
  const act = (run: () => void) => () => {
    onClose();
    run();
  };
  const go = (path: string) => act(() => void navigate(path));
  const has = (...words: string[]) => words.some((word) => word.toLowerCase().includes(typed.trim().toLowerCase()));
  const acts: [string, () => void][] = [
    ['Show or hide the evidence', onEvidence],
    ['See what needs you', () => void navigate('/')],
    ['Sign out', () => leave(api)],
  ];
  return (
    <Command
      shouldFilter={false}
      loop
      label="Find"
      value={selected}
      onValueChange={setSelected}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' || !isAsking) return;
        // Pressed before the answer: what this text finds first is opened when it comes.
        event.preventDefault();
        setPressed(typed);
      }}
    >
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="An account, app, role, station or act"
        className="h-12 w-full border-b border-line bg-transparent px-4 text-[16px] outline-none"
      />
      <Command.List className="max-h-[52vh] overflow-y-auto p-1.5">
        <Command.Empty className="px-3 py-4 text-ink-soft">
          {isAsking
            ? 'Looking…'
            : accounts.error === null
              ? 'Nothing begins with that.'
              : 'Accounts could not be searched.'}
        </Command.Empty>
        <Failure error={accounts.error} onRetry={accounts.refetch} />
        {typed.trim() === '' || (accounts.data?.items.length ?? 0) === 0 ? null : (
          <Command.Group heading="Accounts" className={group}>
            {accounts.data?.items.map((account) => (
              <Command.Item
                key={account.id}
                value={account.id}
                disabled={isAsking}
                onSelect={go(`/accounts/${account.id}`)}
                className={item}
              >
                <StatusMark status={account.status} /> <bdi className="min-w-16 truncate">{account.name}</bdi>
                <bdi className="ml-auto min-w-0 truncate font-mono text-small text-ink-soft">{account.email}</bdi>
              </Command.Item>
            ))}
          </Command.Group>
        )}
        <Entries
          heading="Stations"
          entries={STATIONS.filter(({ name }) => has(name)).map(({ name, path }) => [name, go(path)])}
        />
        <Entries
          heading="Apps"
          entries={(apps.data?.items ?? []).filter(({ name }) => has(name)).map(({ name }) => [name, go('/apps')])}
        />
        <Entries
          heading="Roles"
          entries={(roles.data?.items ?? []).filter(({ key }) => has(key)).map(({ key }) => [key, go('/roles')])}
        />
        <Entries heading="Acts" entries={acts.filter(([name]) => has(name)).map(([name, run]) => [name, act(run)])} />
      </Command.List>
    </Command>
  );
}

function Entries({ heading, entries }: { heading: string; entries: (readonly [string, () => void])[] }) {
  if (entries.length === 0) return null;
  return (
    <Command.Group heading={heading} className={group}>
      {entries.map(([name, run]) => (
        <Command.Item key={name} value={`${heading} ${name}`} onSelect={run} className={item}>
          {name}
        </Command.Item>
      ))}
    </Command.Group>
  );
}
