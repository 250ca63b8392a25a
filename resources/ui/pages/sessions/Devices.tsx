import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { api, pagePath } from '../api';
import { Loading, NotSignedIn, PageFrame } from '../PageFrame';
import { w } from '../words';

type Session = Schemas['OwnSession'];

/** Where the holder is signed in, and an end to one or to all others. */
export function Devices({ app }: { app: Schemas['App'] }) {
  const [sessions, setSessions] = useState<readonly Session[] | ApiError | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const load = () => void answer(api.GET('/account/sessions')).then(({ items }) => setSessions(items), setSessions);
  useEffect(load, []);
  if (sessions === null) return <Loading app={app} />;
  if (sessions instanceof ApiError) return <NotSignedIn app={app} error={sessions} />;
  const act = (request: Promise<unknown>, said: string) =>
    void request.then(
      () => {
        setFailure(null);
        setDone(said);
        load();
      },
      (error: unknown) => setFailure(ApiError.of(error)),
    );
  const end = (id: string) =>
    act(answer(api.DELETE('/account/sessions/{id}', { params: { path: { id } } })), w.devices.ended);
  return (
    <PageFrame app={app} title={w.devices.title}>
      <div className="space-y-5">
        <p>{w.devices.about}</p>
        {failure === null ? null : (
          <Notice tone="stop" role="alert">
            {failure.words}
          </Notice>
        )}
        <div aria-live="polite">{done === null ? null : <Notice tone="good">{done}</Notice>}</div>
        <ul className="space-y-4">
          {sessions.map((one) => (
            <li key={one.id} className="flex flex-wrap items-start justify-between gap-2">
              <span className="min-w-0">
                <Text as="bdi" weight="strong">
                  {one.device}
                </Text>
                {one.is_this ? <Text tone="good"> · {w.devices.thisOne}</Text> : null}
                <Text as="span" size="note" tone="soft" className="block">
                  {w.devices.where(one.source ?? '', one.surface === 'console')}
                </Text>
                <Text as="span" size="note" tone="soft" className="block">
                  {w.devices.when(moment(one.started_at), moment(one.seen_at))}
                </Text>
                <Text as="span" size="note" tone="soft" className="block">
                  {w.devices.proven(one.second_factor !== null)}
                </Text>
              </span>
              {one.is_this ? null : (
                <Button size="small" aria-label={w.devices.endOf(one.device)} onClick={() => end(one.id)}>
                  {w.devices.end}
                </Button>
              )}
            </li>
          ))}
        </ul>
        {sessions.length < 2 ? null : (
          <Button size="large" onClick={() => act(answer(api.DELETE('/account/sessions')), w.devices.othersEnded)}>
            {w.devices.endOthers}
          </Button>
        )}
        <p>
          <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
        </p>
      </div>
    </PageFrame>
  );
}

function moment(at: string): string {
  return new Intl.DateTimeFormat(w.locale, { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(at));
}
