import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Command } from 'cmdk';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { Failure } from '../../kit/Failure';
import { StatusMark } from '../../kit/Marks';
import { api, leave, useMay, useStations } from '../api';
import { apps as appsQuery, roles as rolesQuery } from '../queries';
import { PaletteDialog, PaletteEmpty, PaletteGroup, PaletteInput, PaletteItem, PaletteList } from '../../kit/Palette';
import { Text } from '../../kit/Text';

/** One box for everything: accounts, stations, apps, roles and acts. */
export function Find({ open, onClose, onEvidence }: { open: boolean; onClose: () => void; onEvidence: () => void }) {
  return (
    <PaletteDialog open={open} onClose={onClose} title="Find">
      <Search onClose={onClose} onEvidence={onEvidence} />
    </PaletteDialog>
  );
}

function Search({ onClose, onEvidence }: { onClose: () => void; onEvidence: () => void }) {
  const navigate = useNavigate();
  const stations = useStations();
  const [typed, setTyped] = useState('');
  const [selected, setSelected] = useState('');
  // "why ada texts:publish" asks whether they may: the name is looked for, the permission goes along.
  const asked = /^why\s+(.*?)\s*(\S+:\S*)?$/i.exec(typed.trim());
  const sought = asked === null ? typed : (asked[1] ?? '');
  const accounts = useQuery({
    queryKey: ['find', sought],
    enabled: sought.trim() !== '',
    placeholderData: keepPreviousData,
    queryFn: ({ signal }): Promise<Schemas['AccountPage']> =>
      answer(api.GET('/accounts', { params: { query: { q: sought.slice(0, 100), sort: 'name', limit: 6 } }, signal })),
  });
  const pathOf = (id: string) =>
    asked === null
      ? `/accounts/${id}`
      : `/roles/why?${new URLSearchParams({ account: id, ...(asked[2] === undefined ? {} : { permission: asked[2] }) })}`;
  // Until the answer to this very text is there, the former one is shown and opens nothing.
  const isAsking = sought.trim() !== '' && (accounts.isPending || accounts.isPlaceholderData);
  const [pressed, setPressed] = useState<string | null>(null);
  // Answers arrive after the stations are shown; the first of them is what Enter should open.
  const [answered, setAnswered] = useState(accounts.data);
  if (answered !== accounts.data) {
    setAnswered(accounts.data);
    setSelected(accounts.data?.items[0]?.id ?? '');
  }
  const roles = useQuery(rolesQuery);
  const apps = useQuery(appsQuery);
  const act = (run: () => void) => () => {
    onClose();
    run();
  };
  const go = (path: string) => act(() => void navigate(path));
  const has = (...words: string[]) => words.some((word) => word.toLowerCase().includes(typed.trim().toLowerCase()));
  const may = useMay();
  const acts: [string, () => void][] = [
    ...(may('kennel:invitations.send')
      ? [['Invite people', () => void navigate('/invitations/invite')] satisfies [string, () => void]]
      : []),
    ['Show or hide the evidence', onEvidence],
    ['See what needs you', () => void navigate('/')],
    ['Sign out', () => leave(api)],
  ];
  const others: [heading: string, entries: Entry[]][] = [
    ['Stations', stations.filter(({ name }) => has(name)).map(({ name, path }) => [name, go(path)])],
    ['Apps', (apps.data?.items ?? []).filter(({ name }) => has(name)).map(({ name }) => [name, go('/apps')])],
    ['Roles', (roles.data?.items ?? []).filter(({ key }) => has(key)).map(({ key }) => [key, go(`/roles/all/${key}`)])],
    ['Acts', acts.filter(([name]) => has(name)).map(([name, run]) => [name, act(run)])],
  ];
  const foundAccount = accounts.data?.items[0]?.id;
  const first =
    foundAccount === undefined ? others.flatMap(([, entries]) => entries)[0]?.[1] : go(pathOf(foundAccount));
  const firstOther = others.flatMap(([heading, entries]) => entries.map(([name]) => `${heading} ${name}`))[0] ?? '';
  // Where the accounts could not be searched nobody knows what would have been first.
  const isAnswered = !isAsking && accounts.error === null;
  const openFirst = useRef(first);
  useEffect(() => {
    openFirst.current = first;
  });
  useEffect(() => {
    if (pressed === typed && isAnswered) openFirst.current?.();
  }, [pressed, typed, isAnswered]);
  return (
    <Command
      shouldFilter={false}
      loop
      label="Find"
      // Where no account is found, Enter opens what is: a station, a role, an act.
      value={selected === '' && foundAccount === undefined ? firstOther : selected}
      onValueChange={setSelected}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' || !isAsking) return;
        // Pressed before the answer: what this text finds first is opened when it comes.
        event.preventDefault();
        setPressed(typed);
      }}
    >
      <PaletteInput
        value={typed}
        onValueChange={(text) => {
          setTyped(text);
          setPressed(null);
        }}
        placeholder="An account, app, role, station or act"
      />
      <PaletteList>
        <PaletteEmpty>
          {isAsking
            ? 'Looking…'
            : accounts.error === null
              ? 'Nothing begins with that.'
              : 'Accounts could not be searched.'}
        </PaletteEmpty>
        <Failure error={accounts.error} onRetry={accounts.refetch} />
        {sought.trim() === '' || (accounts.data?.items.length ?? 0) === 0 ? null : (
          <PaletteGroup heading={asked === null ? 'Accounts' : 'Why they may, or may not'}>
            {accounts.data?.items.map((account) => (
              <PaletteItem key={account.id} value={account.id} disabled={isAsking} onSelect={go(pathOf(account.id))}>
                <StatusMark status={account.status} /> <bdi className="min-w-16 truncate">{account.name}</bdi>
                <Text as="bdi" face="mono" size="small" tone="soft" className="ml-auto min-w-0 truncate">
                  {account.email}
                </Text>
              </PaletteItem>
            ))}
          </PaletteGroup>
        )}
        {others.map(([heading, entries]) => (
          <Entries key={heading} heading={heading} entries={entries} />
        ))}
      </PaletteList>
    </Command>
  );
}

type Entry = readonly [name: string, run: () => void];

function Entries({ heading, entries }: { heading: string; entries: readonly Entry[] }) {
  if (entries.length === 0) return null;
  return (
    <PaletteGroup heading={heading}>
      {entries.map(([name, run]) => (
        <PaletteItem key={name} value={`${heading} ${name}`} onSelect={run}>
          {name}
        </PaletteItem>
      ))}
    </PaletteGroup>
  );
}
