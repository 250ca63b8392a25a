import { useEffect, useRef, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { type FactorNeeded } from '../../kit/SecondStep';
import { PageLink, WideLink } from '../../kit/Page';
import { api, pagePath } from '../api';
import { BadLink, Loading, PageFrame } from '../PageFrame';
import { w } from '../words';
import { goOn } from './goOn';
import { keepOffer, type Offer } from './offer';
import { PageSecondStep } from './PageSecondStep';

type Came = ({ needs: 'link' } & Offer) | FactorNeeded;

/** Back from another service, with its answer in the address: taken once, and out of the address before anything else. */
export function Outside({ app }: { app: Schemas['App'] }) {
  const [came, setCame] = useState<Came | ApiError | null>(null);
  const isTaken = useRef(false);
  useEffect(() => {
    // The answer counts once: drawn twice, the page takes it once.
    if (isTaken.current) return;
    isTaken.current = true;
    const given = new URLSearchParams(window.location.search);
    window.history.replaceState(null, '', pagePath('outside'));
    const [state, code, error, iss] = ['state', 'code', 'error', 'iss'].map((name) => given.get(name) ?? undefined);
    answer(
      api.POST('/signins/provider/finish', {
        body: {
          state: state ?? '',
          ...(code === undefined ? {} : { code }),
          ...(error === undefined ? {} : { error }),
          ...(iss === undefined ? {} : { iss }),
        },
      }),
    ).then((done) => {
      const got = done as Came | { id: string } | undefined;
      if (got === undefined) window.location.assign(pagePath('providers'));
      else if ('id' in got) void goOn();
      else {
        if (got.needs === 'link') keepOffer(got);
        setCame(got);
      }
    }, setCame);
  }, []);
  if (came === null) return <Loading app={app} />;
  if (came instanceof ApiError) {
    return (
      <BadLink app={app} title={w.outside.failed} error={came} href={pagePath('sign-in')}>
        {w.links.toSignIn}
      </BadLink>
    );
  }
  if (came.needs === 'second_factor') {
    return <PageSecondStep app={app} step={came} onIn={() => goOn()} onOver={(over) => setCame(over)} />;
  }
  return (
    <PageFrame app={app} title={w.outside.once}>
      <p className="mb-5">{w.outside.onceAbout(came.provider, app.name)}</p>
      <p className="mb-5">
        <WideLink look={app.look} href={pagePath('sign-in')}>
          {w.outside.toSignIn}
        </WideLink>
      </p>
      <p>
        {w.signIn.newHere} <PageLink href={pagePath('sign-up')}>{w.signIn.create}</PageLink>
      </p>
    </PageFrame>
  );
}
