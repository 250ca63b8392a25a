import { useQueryClient } from '@tanstack/react-query';
import { useState, type ComponentProps } from 'react';
import { ApiError, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Notice } from '../../kit/Notice';
import { refresh } from '../api';
import { account as accountQuery } from '../queries';
import { differences } from './differences';
import { Text } from '../../kit/Text';

type Account = Schemas['Account'];

export interface Condition {
  path: { id: string };
  header: { 'If-Match': string };
}

/**
 * An act upon the account as the operator saw it when the dialog opened. Somebody else's change meanwhile refuses it once: what they changed
 * is shown, what was typed stays, and pressing again goes ahead upon the newer record.
 */
export function AccountActDialog({
  account,
  run,
  children,
  ...dialog
}: Omit<ComponentProps<typeof ActDialog>, 'run'> & {
  account: Account;
  run: (params: Condition, reason: string) => Promise<unknown>;
}) {
  const client = useQueryClient();
  const [seen, setSeen] = useState(account);
  const [newer, setNewer] = useState<Account | null>(null);
  const act = async (reason: string) => {
    const upon = newer ?? seen;
    try {
      const done = await run({ path: { id: upon.id }, header: { 'If-Match': `"v${upon.version}"` } }, reason);
      refresh(client);
      // The next act is upon what this one has left: it must not be refused as somebody else's. What cannot be read now is asked for again.
      await client.fetchQuery({ ...accountQuery(upon.id), staleTime: 0 }).catch(() => undefined);
      return done;
    } catch (error) {
      if (!(error instanceof ApiError) || error.status !== 412) throw error;
      setSeen(upon);
      setNewer(await client.fetchQuery({ ...accountQuery(upon.id), staleTime: 0 }));
      return 'stays';
    }
  };
  return (
    <ActDialog {...dialog} run={act}>
      {(refusals) => (
        <>
          {newer === null ? null : <Changed before={seen} after={newer} />}
          {typeof children === 'function' ? children(refusals) : children}
        </>
      )}
    </ActDialog>
  );
}

function Changed({ before, after }: { before: Account; after: Account }) {
  const changed = differences(before, after);
  return (
    <Notice tone="caution" role="alert">
      <Text as="p" weight="strong">
        The account was changed since this dialog opened. Nothing was done yet.
      </Text>
      <ul>
        {changed.map(({ what, before: was, after: is }) => (
          <li key={what}>
            {what}: <bdi>{was}</bdi> →{' '}
            <strong>
              <bdi>{is}</bdi>
            </strong>
          </li>
        ))}
      </ul>
      <p>
        {changed.length === 0 ? 'Nothing that is shown here differs. ' : ''}Press again to go ahead with the newer
        record.
      </p>
    </Notice>
  );
}
