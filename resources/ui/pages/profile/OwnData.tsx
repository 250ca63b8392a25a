import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Disclosure } from '../../kit/Disclosure';
import { PageLink, Pair, ScrollBox, WideLink } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { api, pagePath } from '../api';
import { Loading, NotSignedIn, PageFrame } from '../PageFrame';
import { longDate, w } from '../words';

type Data = Schemas['OwnData'];

/** What is kept of the holder, who was handed it, and all of it as a file. */
export function OwnData({ app }: { app: Schemas['App'] }) {
  const [data, setData] = useState<Data | ApiError | null>(null);
  useEffect(() => {
    answer(api.GET('/account/data')).then(setData, setData);
  }, []);
  if (data === null) return <Loading app={app} />;
  if (data instanceof ApiError) return <NotSignedIn app={app} error={data} />;
  const { account, handed } = data;
  const isUndecided = ({ code }: Data['kept_back'][number]) => code === 'disclosure.unclassified';
  const undecided = data.kept_back.filter(isUndecided).map(({ field }) => field);
  const keptBack = data.kept_back.filter((one) => !isUndecided(one)).map(({ field }) => field);
  const own = [...Object.entries(data.metadata), ...Object.entries(data.internal_metadata)];
  return (
    <PageFrame app={app} title={w.data.title}>
      <dl className="mb-5 space-y-3">
        <Pair label={w.boxes.name}>
          <bdi>{account.name}</bdi>
        </Pair>
        <Pair label={w.boxes.email}>
          <bdi className="wrap-anywhere">{account.email}</bdi>
        </Pair>
        <Pair label={w.data.since}>{longDate(account.created_at)}</Pair>
        <Pair label={w.boxes.password}>{w.data.hashed(data.password.stored_as)}</Pair>
        {data.fields.map(({ key, label, value, shown: asRead }) => (
          <Pair key={key} label={label}>
            <bdi className="wrap-anywhere">{asRead ?? shown(value)}</bdi>
          </Pair>
        ))}
        {own.map(([key, value]) => (
          <Pair key={`own ${key}`} label={key}>
            <bdi className="wrap-anywhere">{shown(value)}</bdi>
          </Pair>
        ))}
        {data.roles.length === 0 ? null : (
          <Pair label={w.data.roles}>{data.roles.map(({ role }) => role).join(', ')}</Pair>
        )}
        {data.terms.length === 0 ? null : (
          <Pair label={w.boxes.terms}>{data.terms.map(({ version }) => longDate(version)).join(', ')}</Pair>
        )}
      </dl>
      <section className="mb-5 space-y-2">
        <Text as="h2" weight="strong">
          {w.data.handedTitle}
        </Text>
        <p>{w.data.handed(app.name)}</p>
        <p>
          <PageLink href={pagePath('sharing')}>{w.profile.sharing}</PageLink>
        </p>
        <p>
          {handed.files_by_operators.length === 0
            ? w.data.noFiles
            : w.data.files([...new Set(handed.files_by_operators.map(longDate))].join('; '))}
        </p>
        {undecided.length === 0 ? null : <p>{w.data.undecided(undecided.join(', '))}</p>}
        {keptBack.length === 0 ? null : <p>{w.data.keptBack(app.name, keptBack.join(', '))}</p>}
        {data.has_internal_metadata ? <p>{w.data.internal(app.name)}</p> : null}
      </section>
      <Disclosure summary={w.data.sessions(data.sessions.length)} className="mb-3">
        <Lines
          label={w.data.sessions(data.sessions.length)}
          lines={data.sessions.map(
            ({ device, source, seen_at }) => `${longDate(seen_at)}: ${device}${source === null ? '' : `, ${source}`}`,
          )}
        />
      </Disclosure>
      <Disclosure summary={w.data.messages(data.messages.length)} className="mb-3">
        <Lines
          label={w.data.messages(data.messages.length)}
          lines={data.messages.map(({ at, subject, to }) => `${longDate(at)}: ${subject} (${to})`)}
        />
      </Disclosure>
      <Disclosure summary={w.data.trail(data.trail.length)} className="mb-5">
        <Lines
          label={w.data.trail(data.trail.length)}
          lines={data.trail.map(({ at, event }) => `${longDate(at)}: ${event}`)}
        />
      </Disclosure>
      <p className="mb-5">
        <WideLink look={app.look} href="/api/v1/account/data/file">
          {w.data.takeOut}
        </WideLink>
      </p>
      <p>
        <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
      </p>
    </PageFrame>
  );
}

function Lines({ label, lines }: { label: string; lines: readonly string[] }) {
  return lines.length === 0 ? null : (
    <ScrollBox label={label}>
      <ul className="space-y-1 wrap-anywhere">
        {lines.map((line, place) => (
          <li key={`${place}${line}`}>{line}</li>
        ))}
      </ul>
    </ScrollBox>
  );
}

const shown = (value: unknown): string =>
  typeof value === 'boolean'
    ? value
      ? w.data.yes
      : w.data.no
    : Array.isArray(value)
      ? value.map(shown).join(', ')
      : typeof value === 'string' || typeof value === 'number'
        ? String(value)
        : JSON.stringify(value);
