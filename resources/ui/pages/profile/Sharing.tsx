import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Checkbox } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { PageLink } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { api, pagePath } from '../api';
import { Loading, NotSignedIn, PageFrame } from '../PageFrame';
import { w } from '../words';

type Consent = Schemas['Consent'];

/** Who sees what of the holder and what for; and what they agree to, or take back. */
export function Sharing({ app }: { app: Schemas['App'] }) {
  const [items, setItems] = useState<readonly Consent[] | ApiError | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  useEffect(() => {
    answer(api.GET('/account/disclosure')).then((data) => setItems(data.items), setItems);
  }, []);
  if (items === null) return <Loading app={app} />;
  if (items instanceof ApiError) return <NotSignedIn app={app} error={items} />;
  const agree = (one: Consent, agreed: boolean) => {
    if (busy !== null) return;
    setBusy(keyOf(one));
    answer(api.PUT('/account/disclosure', { body: { audience: one.audience, field: one.field, agreed } }))
      .then(
        (data) => {
          setItems(data.items);
          setFailure(null);
        },
        (error: unknown) => setFailure(ApiError.of(error)),
      )
      .finally(() => setBusy(null));
  };
  const audiences = [...new Set(items.map(({ audience }) => audience))];
  return (
    <PageFrame app={app} title={w.sharing.title}>
      <p className="mb-5">{w.sharing.about}</p>
      {failure === null ? null : (
        <Notice tone="stop" role="alert">
          {failure.words}
        </Notice>
      )}
      {audiences.length === 0 ? <p className="mb-5">{w.sharing.nobody}</p> : null}
      {audiences.map((audience) => {
        const seen = items.filter((one) => one.audience === audience);
        return (
          <section key={audience} className="mb-6" aria-label={nameOf(seen[0], app.name)}>
            <Text as="h2" weight="strong" size="lead" className="mb-2">
              {nameOf(seen[0], app.name)}
            </Text>
            <ul className="space-y-3">
              {seen.map((one) => (
                <li key={keyOf(one)}>
                  {one.agreed === null ? (
                    <>
                      <Text as="bdi" weight="strong">
                        {labelOf(one)}
                      </Text>
                      {one.is_held ? null : <Text tone="soft"> · {w.sharing.empty}</Text>}
                    </>
                  ) : (
                    <Checkbox
                      label={one.label === '' ? w.sharing.listed : w.sharing.agree(one.label)}
                      checked={one.agreed}
                      aria-disabled={busy === keyOf(one)}
                      onChange={(event) => agree(one, event.target.checked)}
                    />
                  )}
                  {one.purpose === '' ? null : (
                    <Text as="p" tone="soft">
                      {one.purpose}
                    </Text>
                  )}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      <p className="mb-3">
        <PageLink href={pagePath('data')}>{w.profile.data}</PageLink>
      </p>
      <p>
        <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
      </p>
    </PageFrame>
  );
}

const keyOf = ({ audience, field }: Consent): string => `${audience} ${field}`;
const labelOf = ({ label, field }: Consent): string =>
  label === '' ? w.sharing.listed : field.endsWith(':*') ? w.sharing.rest : label;

function nameOf(one: Consent | undefined, here: string): string {
  switch (one?.kind) {
    case 'public':
      return w.sharing.public;
    case 'accounts':
      return w.sharing.accounts(one.app ?? here);
    case 'app':
      return one.app ?? here;
    default:
      return w.sharing.operators(here);
  }
}
