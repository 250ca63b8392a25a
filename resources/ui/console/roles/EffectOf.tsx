import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Disclosure } from '../../kit/Disclosure';
import { InlineLink } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { QueryState } from '../../kit/QueryState';
import { Note, Text } from '../../kit/Text';
import { counted, grouped } from '../../text/figures';
import { api } from '../api';

export interface Draft {
  label: string;
  summary: string;
  app: string | null;
  permissions: string[];
  includes: string[];
}

/** What saving a role would do, or deleting it: which permission how many would gain or lose, and who. */
export function EffectOf({ roleKey, draft }: { roleKey: string; draft: Draft | null }) {
  const query = useQuery({
    queryKey: ['role-effect', roleKey, draft],
    queryFn: ({ signal }) =>
      answer(
        api.POST('/roles/{key}/effect', {
          params: { path: { key: roleKey } },
          body: draft === null ? { delete: true } : { ...draft },
          signal,
        }),
      ),
    placeholderData: (before) => before,
    retry: false,
  });
  const effect = query.data;
  return (
    <section aria-label="What it would do" aria-busy={query.isFetching}>
      <QueryState of={query} what="what it would do">
        {effect === undefined ? null : (
          <>
            {effect.reasons.length === 0 ? null : (
              <Notice tone="stop">
                {effect.reasons.map(({ code, message }) => (
                  <p key={`${code} ${message}`}>{message}</p>
                ))}
              </Notice>
            )}
            <Text as="p" weight="strong">
              {effect.accounts === 0
                ? 'Nobody gains or loses anything.'
                : `${counted(effect.accounts, 'account gains or loses', 'accounts gain or lose')} something.`}
            </Text>
            {effect.losing_role === 0 ? null : (
              <p>
                {counted(effect.losing_role, 'account would not hold', 'accounts would not hold')} the role any more.
              </p>
            )}
            <ul>
              {effect.gained.map(({ permission, accounts }) => (
                <Line key={`+${permission}`} sign="+" permission={permission} accounts={accounts} />
              ))}
              {effect.lost.map(({ permission, accounts }) => (
                <Line key={`-${permission}`} sign="−" permission={permission} accounts={accounts} />
              ))}
            </ul>
            {effect.who.length === 0 ? null : (
              <Disclosure summary={effect.next === null ? 'Who' : `The first ${effect.who.length} of them`}>
                <ul>
                  {effect.who.map((one) => (
                    <li key={one.id}>
                      <InlineLink to={`/accounts/${one.id}`}>
                        <bdi>{one.name}</bdi>
                      </InlineLink>{' '}
                      <Note as="span">
                        {[...one.gained.map((each) => `+ ${each}`), ...one.lost.map((each) => `− ${each}`)].join(', ')}
                      </Note>
                    </li>
                  ))}
                </ul>
              </Disclosure>
            )}
          </>
        )}
      </QueryState>
    </section>
  );
}

function Line({ sign, permission, accounts }: { sign: '+' | '−'; permission: string; accounts: number }) {
  return (
    <li>
      <Text tone={sign === '+' ? 'good' : 'stop'} weight="strong">
        {sign}
      </Text>{' '}
      <Text face="mono" size="small">
        {permission}
      </Text>{' '}
      {grouped(accounts)}
    </li>
  );
}
