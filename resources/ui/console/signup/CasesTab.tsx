import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answer, type Schemas } from '../../api/client';
import { Empty, Table } from '../../kit/Layout';
import { When } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { useCases, type DraftInHand } from '../rules/useDraft';

/** The rule book's regression tests, run on the draft each time it changes. */
export function CasesTab({ hand }: { hand: DraftInHand }) {
  const cases = useCases();
  const client = useQueryClient();
  const remove = useMutation({
    mutationFn: (id: string) => answer(api.DELETE('/rules/cases/{id}', { params: { path: { id } } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['cases'] }),
  });
  return (
    <>
      <p className="mb-2 max-w-prose text-ink-soft">
        Saved sign-ups with the verdict each is expected to get, held against{' '}
        {hand.draft?.version === 0 ? 'the rules in force' : 'the draft'}. One that fails stops a publication unless
        somebody says why. New ones are saved beside a try, on Rules.
      </p>
      <Failure error={cases.error ?? remove.error} />
      <Table label="Cases" head={['', 'Case', 'App', 'Typed', 'Expected', 'Came', 'Saved', '']}>
        {cases.data?.items.map((one) => (
          <tr key={one.id}>
            <td className={`font-semibold whitespace-nowrap ${one.holds ? 'text-moss' : 'text-brick'}`}>
              {one.holds ? '✓ holds' : '✗ fails'}
            </td>
            <td>{one.name}</td>
            <td>{one.app}</td>
            <td className="text-small">
              <span className="font-mono">{one.input.email}</span>
              <span className="block text-ink-soft">{inShort(one)}</span>
            </td>
            <td className="font-mono text-small">{verdict(one.expected)}</td>
            <td className={`font-mono text-small ${one.holds ? '' : 'font-semibold text-brick'}`}>
              {verdict(one.got)}
            </td>
            <td className="text-small whitespace-nowrap text-ink-soft">
              {one.saved_by}, <When at={one.saved_at} />
            </td>
            <td>
              <button
                type="button"
                aria-label={`Remove the case: ${one.name}`}
                onClick={() => remove.mutate(one.id)}
                className="min-h-6 rounded-[4px] px-1 text-petrol underline underline-offset-2"
              >
                Remove
              </button>
            </td>
          </tr>
        ))}
      </Table>
      {cases.data?.items.length === 0 ? (
        <Empty>No case yet. Type something telling into the page on Rules, and save its verdict.</Empty>
      ) : null}
    </>
  );
}

const verdict = (codes: string[]): string => (codes.length === 0 ? 'accepted' : codes.join(', '));

function inShort({ input }: Schemas['Case']): string {
  const name = input.name ?? 'no name';
  return input.password_length === null ? name : `${name} · password of ${input.password_length}`;
}
