import { useQuery } from '@tanstack/react-query';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { Heading } from '../../kit/Heading';
import { api } from '../api';
import { write } from './document';
import { useHand } from './hand';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { durationInWords } from '../../text/duration';

type Clause = Schemas['GuidanceClause'];

const marks = {
  meets: ['✓ meets', 'good'],
  exceeds: ['✓ exceeds', 'good'],
  against: ['! goes against', 'caution'],
} as const;

/** Clauses about how passwords are stored; the others are about what they must be. */
const HASHING = /^(nist_4\.(storage|pepper)|owasp\.|rfc_9106\.)/;

/** Published guidance, clause by clause: what it asks, what is set, why it matters, and what one click would change. */
export function Guidance({ about }: { about: 'policy' | 'hashing' | 'signin' }) {
  const hand = useHand();
  const version = hand.draft?.version ?? 0;
  const guidance = useQuery({
    queryKey: ['guidance', about === 'signin', version],
    queryFn: ({ signal }) =>
      answer(
        about === 'signin' ? api.GET('/signins/guidance', { signal }) : api.GET('/passwords/guidance', { signal }),
      ),
    placeholderData: (before) => before,
  });
  const change = (clause: Clause) => {
    if (hand.document === undefined) return;
    hand.replace(
      clause.change.reduce((document, { path, value }) => write(document, path.split('.'), value), hand.document),
    );
  };
  return (
    <section className="mb-6" aria-label="Guidance">
      <Heading>Guidance, clause by clause</Heading>
      <Note className="mb-2 max-w-prose">
        Held against {version === 0 ? 'the rules in force' : 'the draft'}. Clauses are given from memory; read the
        source before you rely on one.
      </Note>
      <Failure error={guidance.error} onRetry={guidance.refetch} />
      <Failure error={hand.refusal} />
      <ul>
        {guidance.data?.items
          .filter(({ code }) => about === 'signin' || HASHING.test(code) === (about === 'hashing'))
          .map((clause) => {
            const [mark, tone] = marks[clause.stands];
            return (
              <Surface
                as="li"
                edge="top"
                key={clause.code}
                className="grid grid-cols-[110px_minmax(0,1fr)_auto] items-start gap-x-3 py-2 max-sm:grid-cols-1"
              >
                <Text weight="strong" tone={tone} className="whitespace-nowrap">
                  {mark}
                </Text>
                <span>
                  {clause.asks} <strong>{clause.ours}</strong>
                  <Note as="span" className="block">
                    {clause.why} <Text weight="strong">{clause.source}</Text>
                  </Note>
                </span>
                {clause.change.length === 0 ? null : (
                  <Button
                    size="small"
                    aria-disabled={hand.isSaving}
                    onClick={() => (hand.isSaving ? undefined : change(clause))}
                  >
                    Set{' '}
                    {clause.change
                      .map(
                        ({ path, value }) =>
                          `${path.split('.').at(-1)?.replaceAll('_', ' ') ?? path} ${typeof value === 'string' && value.startsWith('P') ? durationInWords(value) : String(value)}`,
                      )
                      .join(', ')}
                  </Button>
                )}
              </Surface>
            );
          })}
      </ul>
    </section>
  );
}
