import type { Schemas } from '../../api/client';
import { InlineLink, LinkButton } from '../../kit/Link';
import { Note, Text } from '../../kit/Text';
import { useMay } from '../api';
import type { Verdict } from './list';

/** What becomes of a row, and the nearest way to mend it. */
export function VerdictCell({
  verdict,
  id,
  labels,
  onMend,
  onDrop,
}: {
  verdict: Verdict | undefined;
  id: string;
  labels: ReadonlyMap<string, string>;
  onMend: (email: string) => void;
  onDrop: () => void;
}) {
  const may = useMay();
  if (verdict === undefined) return null;
  const roles = verdict.roles.map((key) => labels.get(key) ?? key).join(', ');
  const { fate, person, reasons, mended, line } = verdict;
  return (
    <span id={id} className="flex min-w-0 flex-wrap items-center gap-x-3">
      {fate === 'invited' ? <Text tone="good">✓ invited</Text> : null}
      {fate === 'renewed' ? <Text tone="good">✓ invited again; the open one is replaced</Text> : null}
      {fate === 'given' ? (
        <Text tone="act">
          ● has an account: gets <Text weight="strong">{roles}</Text> instead
        </Text>
      ) : null}
      {fate === 'settled' ? <Note as="span">○ has an account, and all that is offered</Note> : null}
      {fate === 'twice' ? <Text tone="caution">! twice in the list, row {line}</Text> : null}
      {fate === 'refused' ? (
        <Text tone="stop" className="wrap-anywhere">
          ✕ {mended === null ? reasons.map(({ message }) => message).join(' ') : 'not an address.'}
        </Text>
      ) : null}
      {mended === null ? null : <LinkButton onClick={() => onMend(mended)}>{`Take ${mended}`}</LinkButton>}
      {fate === 'twice' || fate === 'settled' ? <LinkButton onClick={onDrop}>Drop</LinkButton> : null}
      {person !== null && may('kennel:accounts.read') ? (
        <InlineLink to={`/accounts/${person.id}`}>Account</InlineLink>
      ) : null}
    </span>
  );
}

/** Where somebody who is invited is on their way. */
export const STATE_WORDS: Record<Schemas['InvitationState'], string> = {
  open: 'open',
  accepted: 'accepted',
  lapsed: 'lapsed',
  withdrawn: 'withdrawn',
  replaced: 'replaced',
};
