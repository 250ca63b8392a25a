import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { api, pagePath } from '../api';
import { FactorRow } from '../factors/FactorRow';
import { useProof } from '../factors/useProof';
import { Loading, NotSignedIn, PageFrame } from '../PageFrame';
import { w } from '../words';

/** The other services by which the holder can sign in: those that are linked, and those that can be. */
export function Providers({ app }: { app: Schemas['App'] }) {
  const [links, setLinks] = useState<readonly Schemas['ProviderLink'][] | ApiError | null>(null);
  const load = () => void answer(api.GET('/account/providers')).then(({ items }) => setLinks(items), setLinks);
  useEffect(load, []);
  const { dialog, failure, run } = useProof(app);
  if (links === null) return <Loading app={app} />;
  if (links instanceof ApiError) return <NotSignedIn app={app} error={links} />;
  if (dialog !== null) return dialog;
  const left = app.providers.filter(({ name }) => links.every(({ provider }) => provider !== name));
  return (
    <PageFrame app={app} title={w.outside.title}>
      <div className="space-y-5">
        {failure === null ? null : (
          <Notice tone="stop" role="alert">
            {failure.words}
          </Notice>
        )}
        <p>{links.length === 0 ? w.outside.none : w.outside.about}</p>
        {links.length === 0 ? null : (
          <ul className="space-y-3" aria-label={w.outside.title}>
            {links.map(({ id, provider, address, used_at }) => (
              <FactorRow
                key={id}
                name={provider}
                usedAt={used_at}
                note={address === null ? '' : ` · ${address}`}
                onRemove={() =>
                  run(() => answer(api.DELETE('/account/providers/{id}', { params: { path: { id } } })).then(load))
                }
              />
            ))}
          </ul>
        )}
        {left.map(({ key, name }) => (
          <p key={key}>
            <Button
              size="large"
              onClick={() =>
                run(() =>
                  answer(api.POST('/account/providers', { body: { app: app.key, provider: key } })).then(
                    ({ address }) => window.location.assign(address),
                  ),
                )
              }
            >
              {w.outside.link(name)}
            </Button>
          </p>
        ))}
        <p>
          <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
        </p>
      </div>
    </PageFrame>
  );
}
