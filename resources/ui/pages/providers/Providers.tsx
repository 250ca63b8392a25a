import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { api, pagePath } from '../api';
import { FactorRow } from '../factors/FactorRow';
import { useProof } from '../factors/useProof';
import { Loading, NotSignedIn, PageFrame } from '../PageFrame';
import { goOn } from '../signin/goOn';
import { dropOffer, keptOffer } from '../signin/offer';
import { w } from '../words';

/** The other services by which the holder can sign in: those that are linked, and those that can be. */
export function Providers({ app }: { app: Schemas['App'] }) {
  const [links, setLinks] = useState<readonly Schemas['ProviderLink'][] | ApiError | null>(null);
  const load = () => void answer(api.GET('/account/providers')).then(({ items }) => setLinks(items), setLinks);
  useEffect(load, []);
  const { around, failure, run } = useProof(app);
  const [offer, setOffer] = useState(keptOffer);
  const answered = () => {
    dropOffer();
    setOffer(null);
    void goOn('providers');
  };
  if (links === null) return <Loading app={app} />;
  if (links instanceof ApiError) return <NotSignedIn app={app} error={links} />;
  const left = app.providers.filter(({ name }) => links.every(({ provider }) => provider !== name));
  return around(
    <PageFrame app={app} title={w.outside.title}>
      <div className="space-y-5">
        {failure === null ? null : (
          <Notice tone="stop" role="alert">
            {failure.words}
          </Notice>
        )}
        {offer === null ? null : (
          <section aria-label={w.outside.link(offer.provider)} className="space-y-3">
            <Notice tone="information">{w.outside.offered(offer.provider, offer.address)}</Notice>
            <Button
              size="large"
              kind="act"
              onClick={() =>
                run(() =>
                  answer(api.POST('/account/providers/offers', { body: { token: offer.token } })).then(answered),
                )
              }
            >
              {w.outside.link(offer.provider)}
            </Button>
            <Button size="large" onClick={answered}>
              {w.outside.decline}
            </Button>
          </section>
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
    </PageFrame>,
  );
}
