import { Suspense, useEffect, useState } from 'react';
import { ApiError, type Schemas } from '../api/client';
import { Button } from '../kit/Button';
import { Failure } from '../kit/Failure';
import { Text } from '../kit/Text';
import { later } from '../kit/later';
import { Notice } from '../kit/Notice';
import { Loading } from '../kit/QueryState';
import { useTitle } from '../kit/useTitle';
import { api, leave, useSession } from './api';
import { Bench } from './Bench';

const SignInAgain = later(() => import('./signin/SignInAgain').then((module) => module.SignInAgain));
const FirstPage = later(() => import('./installation/FirstPage').then((module) => module.FirstPage));

type Session = Schemas['Session'];

const mayEnter = ({ permissions }: Session): boolean =>
  permissions.some((permission) => permission === 'kennel:*' || permission === 'kennel:console');

/**
 * Who is there decides what there is. Once somebody works here it stays as it is when their session ends, with all that was typed: they are
 * asked to sign in over it. Somebody else who signs in begins anew.
 */
export function Console() {
  const session = useSession();
  const [operator, setOperator] = useState<Session | null>(null);
  const isGone = session.error instanceof ApiError && session.error.status === 401;
  const here = isGone ? undefined : session.data;
  if (here !== undefined && here !== operator && (operator === null || operator.account.id === here.account.id))
    setOperator(here);
  const isSomebodyElse = operator !== null && here !== undefined && operator.account.id !== here.account.id;
  useEffect(() => {
    if (isSomebodyElse) window.location.reload();
  }, [isSomebodyElse]);
  if (isSomebodyElse) return null;
  if (operator !== null && mayEnter(operator)) {
    return (
      <>
        <Bench name={operator.account.name} />
        <Suspense fallback={null}>{isGone ? <SignInAgain email={operator.account.email} /> : null}</Suspense>
      </>
    );
  }
  if (here !== undefined) return <NotForYou name={here.account.name} />;
  // What answers, and not with a session, may have no keeper yet, or no database: the first page knows.
  if (session.error instanceof ApiError && session.error.status !== 0)
    return (
      <Suspense fallback={<Loading what="the console" />}>
        <FirstPage />
      </Suspense>
    );
  return session.isPending && !session.isPaused ? (
    <Loading what="the console" />
  ) : (
    <Unreachable error={session.error} onRetry={session.refetch} />
  );
}

function Unreachable({ error, onRetry }: { error: Error | null; onRetry: () => unknown }) {
  useTitle('Not reachable');
  return (
    <main className="mx-auto max-w-[460px] space-y-4 px-5 pt-24">
      <Text as="h1" size="title" weight="bold">
        Kennel cannot be reached
      </Text>
      <Failure error={error ?? new ApiError(0, null)} onRetry={onRetry} />
    </main>
  );
}

function NotForYou({ name }: { name: string }) {
  useTitle('For operators');
  return (
    <main className="mx-auto max-w-[420px] space-y-4 px-5 pt-24">
      <Text as="h1" size="title" weight="bold">
        The console is for operators
      </Text>
      <Notice tone="information">
        <bdi>{name}</bdi>, none of your roles opens it. A keeper can give you one.
      </Notice>
      <Button onClick={() => leave(api)}>Sign out</Button>
    </main>
  );
}
