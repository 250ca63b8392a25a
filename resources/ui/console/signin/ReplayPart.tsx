import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { InlineLink } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { Strip } from '../../kit/Strip';
import { Note, Text } from '../../kit/Text';
import { counted, grouped } from '../../text/figures';
import { durationInWords } from '../../text/duration';
import { api } from '../api';
import { useHand } from '../rules/hand';

type Figures = Schemas['ReplayFigures'];

/** The last weeks' sign-ins, replayed under the draft: who would have waited, and what a guesser would have got. */
export function ReplayPart() {
  const version = useHand().draft?.version ?? 0;
  const [asked, setAsked] = useState(false);
  const replay = useQuery({
    queryKey: ['brakes', 'replay', version],
    queryFn: ({ signal }) => answer(api.GET('/brakes/replay', { signal })),
    enabled: asked,
    staleTime: 60_000,
  });
  const data = replay.data;
  return (
    <section aria-label="The last 30 days" className="mb-5">
      <Text as="h2" size="lead" weight="strong">
        The last 30 days, replayed{version === 0 ? '' : ' under the draft'}
      </Text>
      {asked ? null : (
        <p className="mt-1">
          <Button size="small" onClick={() => setAsked(true)}>
            Replay them
          </Button>
        </p>
      )}
      {asked ? (
        <QueryState of={replay} what="the replay" isEmpty={data?.attempts === 0} empty="Nobody has tried to sign in.">
          {data === undefined ? null : (
            <>
              <dl className="my-2 max-w-md">
                <Line head="Real people held back" of={data} say={(one) => grouped(one.held)} />
                <Line head="Longest" of={data} say={(one) => wait(one.longest)} />
                <Line head="Guesses let through" of={data} say={(one) => grouped(one.through)} />
              </dl>
              {data.draft === null ? null : <Compared before={data.in_force} after={data.draft} />}
              {data.people === null || data.people.length === 0 ? null : (
                <>
                  <Note>Who would have waited{data.draft === null ? '' : ' under the draft'}:</Note>
                  <ul>
                    {data.people.map(({ account_id, name, seconds }) => (
                      <li key={account_id} className="flex max-w-md justify-between gap-3">
                        <InlineLink to={`/accounts/${account_id}`}>
                          <bdi>{name}</bdi>
                        </InlineLink>
                        <span>{wait(seconds)}</span>
                      </li>
                    ))}
                  </ul>
                </>
              )}
              <Note>
                {counted(data.attempts, 'sign-in', 'sign-ins')} replayed in {grouped(data.milliseconds)} ms. Everybody
                comes as they came: nobody is taken to try again, nor an attacker to guess otherwise.
              </Note>
            </>
          )}
        </QueryState>
      ) : null}
    </section>
  );
}

function Line({
  head,
  of,
  say,
}: {
  head: string;
  of: { in_force: Figures; draft: Figures | null };
  say: (figures: Figures) => string;
}) {
  return (
    <div className="flex justify-between gap-4 py-0.5">
      <dt>{head}</dt>
      <dd>
        {say(of.in_force)}
        {of.draft === null ? null : (
          <>
            {' → '}
            <strong>{say(of.draft)}</strong>
          </>
        )}
      </dd>
    </div>
  );
}

function Compared({ before, after }: { before: Figures; after: Figures }) {
  const [people, guesses] = [after.held - before.held, after.through - before.through];
  const said = [
    people === 0
      ? 'As many people would have waited.'
      : `${counted(Math.abs(people), 'person', 'people')} ${people > 0 ? 'more' : 'fewer'} would have waited.`,
    guesses === 0
      ? 'As many guesses would have been looked at.'
      : `${counted(Math.abs(guesses), 'guess', 'guesses')} ${guesses > 0 ? 'more' : 'fewer'} would have been looked at.`,
  ];
  return <Strip tone={people > 0 || guesses > 0 ? 'caution' : 'good'}>{said.join(' ')}</Strip>;
}

function wait(seconds: number): string {
  return seconds === -1 ? 'until a new password' : seconds === 0 ? '–' : durationInWords(`PT${seconds}S`);
}
