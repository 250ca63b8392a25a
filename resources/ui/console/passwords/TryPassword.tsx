import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { answer } from '../../api/client';
import { Failure } from '../../kit/Failure';
import { PasswordField, TextField } from '../../kit/Field';
import { Heading } from '../../kit/Heading';
import { Chip } from '../../kit/Chip';
import { PasswordAdvice } from '../../kit/PasswordAdvice';
import { Empty } from '../../kit/QueryState';
import { api } from '../api';
import { useHand } from '../rules/hand';

/** In milliseconds: typing on is no question yet. */
const PAUSE = 250;

/** A password tried against the draft. It is judged and forgotten. */
export function TryPassword() {
  const hand = useHand();
  const [password, setPassword] = useState('');
  const [name, setName] = useState('');
  const [asked, setAsked] = useState({ password, name });
  useEffect(() => {
    const timer = setTimeout(() => setAsked({ password, name }), PAUSE);
    return () => clearTimeout(timer);
  }, [password, name]);
  const isDraft = (hand.draft?.version ?? 0) > 0;
  const verdict = useQuery({
    // The draft's version, so that it is judged anew when a rule changes; nothing is kept once the screen is left.
    queryKey: ['try-password', hand.draft?.version, asked],
    queryFn: ({ signal }) =>
      answer(
        api.POST('/passwords/verdict', {
          body: asked,
          signal,
          ...(isDraft ? { params: { header: { 'Kennel-Rules': 'draft' as const } } } : {}),
        }),
      ),
    placeholderData: keepPreviousData,
    gcTime: 0,
    staleTime: Infinity,
    enabled: hand.draft !== undefined,
  });
  const parts = password === '' ? [] : (verdict.data?.estimate?.parts ?? []);
  return (
    <section aria-label="Try a password" className="mb-6">
      <Heading>Try a password under {isDraft ? 'the draft' : 'the rules in force'}</Heading>
      <div className="grid grid-cols-2 gap-x-5 max-lg:grid-cols-1">
        <div>
          <PasswordField
            label="Password"
            autoComplete="off"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            help="Judged and forgotten."
          />
          <TextField
            label="Account holder’s name"
            autoComplete="off"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <Failure error={verdict.error} onRetry={verdict.refetch} />
        </div>
        <div className="pt-6">
          <PasswordAdvice verdict={verdict.data ?? null} isTyped={password !== ''} />
        </div>
      </div>
      {parts.length === 0 ? (
        <Empty>What an attacker would take it for is shown here, part by part.</Empty>
      ) : (
        <ol aria-label="Stretches" className="flex flex-wrap gap-1.5">
          {parts.map((part) => (
            <li key={part.from}>
              <Chip tone={part.kind === 'unknown' ? 'good' : 'caution'}> {part.message}</Chip>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
