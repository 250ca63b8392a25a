import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Notice';
import { PageLink, PressLink } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { api, pagePath } from '../api';
import { Loading, NotSignedIn, PageFrame } from '../PageFrame';
import { goOn } from '../signin/goOn';
import { longMoment, w } from '../words';
import { AddApp } from './AddApp';
import { FactorRow } from './FactorRow';
import { Passkeys } from './Passkeys';
import { Phones } from './Phones';
import { Sheet } from './Sheet';
import { useProof } from './useProof';

type App = Schemas['App'];
type Held = Schemas['Factors'];

/** The holder's second factors: what there is, one more, and what stands in for a lost one. */
export function Factors({ app }: { app: App }) {
  const [held, setHeld] = useState<Held | ApiError | null>(null);
  const [owed] = useState(() =>
    answer(api.GET('/session')).then(({ standing }) => standing.duties.includes('add_factor')),
  );
  const [sheet, setSheet] = useState<readonly string[] | null>(null);
  const [adds, setAdds] = useState(false);
  const load = () => void answer(api.GET('/account/factors')).then(setHeld, setHeld);
  useEffect(load, []);
  const { around, failure, run } = useProof(app);
  if (held === null) return <Loading app={app} />;
  if (held instanceof ApiError) return <NotSignedIn app={app} error={held} />;
  const kept = () =>
    void owed.then((was) => {
      if (was) void goOn();
      else setSheet(null);
    });
  if (sheet !== null) {
    return (
      <PageFrame app={app} title={w.factors.sheetTitle}>
        <Sheet app={app} codes={sheet} onKept={kept} />
      </PageFrame>
    );
  }
  const changed = () => {
    setAdds(false);
    load();
  };
  const isSafe = held.authenticators.length + held.passkeys.length + held.phones.length > 0;
  const added = (codes: readonly string[] | null) => {
    changed();
    setSheet(codes);
    if (codes === null) kept();
  };
  return around(
    <PageFrame app={app} title={w.factors.title}>
      <div className="space-y-5">
        {failure === null ? null : (
          <Notice tone="stop" role="alert">
            {failure.words}
          </Notice>
        )}
        {held.reset === null ? null : (
          <div className="space-y-3">
            <Notice tone="caution" role="alert">
              {w.factors.reset(longMoment(held.reset.due_at))}
            </Notice>
            <Button size="large" onClick={() => run(() => answer(api.DELETE('/account/factors/reset')).then(changed))}>
              {w.factors.keep}
            </Button>
          </div>
        )}
        {held.demanded_from !== null && !isSafe ? (
          <Notice tone="information">{w.factors.demanded(longMoment(held.demanded_from))}</Notice>
        ) : null}
        {held.authenticators.length > 0 ? <p>{w.factors.about}</p> : isSafe ? null : <p>{w.factors.none}</p>}
        {held.authenticators.length > 0 ? (
          <ul className="space-y-3" aria-label={w.factors.apps}>
            {held.authenticators.map((one) => (
              <FactorRow
                key={one.id}
                name={one.name}
                usedAt={one.used_at}
                onRemove={() =>
                  run(() =>
                    answer(
                      api.DELETE('/account/factors/authenticators/{id}', { params: { path: { id: one.id } } }),
                    ).then(changed),
                  )
                }
              />
            ))}
          </ul>
        ) : null}
        {adds ? (
          <AddApp app={app} run={run} isFirst={!isSafe} onAdded={added} />
        ) : (
          <Button size="large" kind={isSafe ? 'plain' : 'act'} onClick={() => setAdds(true)}>
            {held.authenticators.length > 0 ? w.factors.another : w.factors.add}
          </Button>
        )}
        <Passkeys app={app} held={held.passkeys} run={run} onChanged={changed} onAdded={added} />
        {held.offers_texts || held.phones.length > 0 ? (
          <Phones
            app={app}
            held={held.phones}
            isOffered={held.offers_texts}
            run={run}
            onChanged={changed}
            onAdded={added}
          />
        ) : null}
        {held.recovery_codes === null ? null : (
          <section aria-label={w.factors.codes} className="space-y-2">
            <Text as="h2" weight="strong" size="lead">
              {w.factors.codes}
            </Text>
            <p>{w.factors.left(held.recovery_codes.left, held.recovery_codes.of)}</p>
            <PressLink
              onClick={() =>
                run(() =>
                  answer(api.POST('/account/factors/recovery-codes')).then((made) => {
                    setSheet(made.recovery_codes);
                    load();
                  }),
                )
              }
            >
              {w.factors.renew}
            </PressLink>
          </section>
        )}
        {held.trusted_devices === 0 ? null : (
          <section aria-label={w.factors.devices} className="space-y-2">
            <Text as="h2" weight="strong" size="lead">
              {w.factors.devices}
            </Text>
            <p>{w.factors.trusted(held.trusted_devices)}</p>
            <PressLink onClick={() => run(() => answer(api.DELETE('/account/factors/trusted-devices')).then(changed))}>
              {w.factors.askAgain}
            </PressLink>
          </section>
        )}
        <p>
          <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
        </p>
      </div>
    </PageFrame>,
  );
}
