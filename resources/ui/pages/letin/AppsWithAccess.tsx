import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { api, pagePath } from '../api';
import { Loading, NotSignedIn, PageFrame } from '../PageFrame';
import { longMoment, w } from '../words';
import { ScopeList } from './ScopeList';

/** The apps that can reach the holder's account, what each may, and an end to it. */
export function AppsWithAccess({ app }: { app: Schemas['App'] }) {
  const [apps, setApps] = useState<readonly Schemas['AppWithAccess'][] | ApiError | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const load = () => void answer(api.GET('/account/apps')).then(({ items }) => setApps(items), setApps);
  useEffect(load, []);
  if (apps === null) return <Loading app={app} />;
  if (apps instanceof ApiError) return <NotSignedIn app={app} error={apps} />;
  const withdraw = (one: Schemas['AppWithAccess']) =>
    void answer(api.DELETE('/account/apps/{key}', { params: { path: { key: one.app } } })).then(
      () => {
        setFailure(null);
        setDone(w.access.ended(one.name));
        load();
      },
      (error: unknown) => setFailure(ApiError.of(error)),
    );
  return (
    <PageFrame app={app} title={w.access.title}>
      <div className="space-y-5">
        <p>{apps.length === 0 ? w.access.none : w.access.about}</p>
        {failure === null ? null : (
          <Notice tone="stop" role="alert">
            {failure.words}
          </Notice>
        )}
        <div aria-live="polite">{done === null ? null : <Notice tone="good">{done}</Notice>}</div>
        <ul className="space-y-5" aria-label={w.access.title}>
          {apps.map((one) => (
            <li key={one.app} className="space-y-2">
              <Text as="h2" weight="bold" className="wrap-anywhere">
                <bdi>{one.name}</bdi>
              </Text>
              <Text as="p" size="note" tone="soft">
                {one.used_at === null ? w.access.unused : w.access.used(longMoment(one.used_at), one.live)}
              </Text>
              {one.scope.length === 0 ? null : <ScopeList scope={one.scope} title={w.letIn.wants(one.name)} />}
              <Button size="small" aria-label={w.access.endOf(one.name)} onClick={() => withdraw(one)}>
                {w.access.end}
              </Button>
            </li>
          ))}
        </ul>
        <p>
          <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
        </p>
      </div>
    </PageFrame>
  );
}
