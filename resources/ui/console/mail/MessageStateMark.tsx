import type { Schemas } from '../../api/client';
import { Text, type Tone } from '../../kit/Text';

type State = Schemas['MessageState'];

const tones: Record<State, Tone> = {
  queued: 'soft',
  sending: 'soft',
  retrying: 'caution',
  held: 'good',
  sent: 'good',
  failed: 'stop',
  bounced: 'stop',
  suppressed: 'caution',
};
const glyph: Record<State, string> = {
  queued: '…',
  sending: '→',
  retrying: '↻',
  held: '✓',
  sent: '✓',
  failed: '✕',
  bounced: '↩',
  suppressed: '⊘',
};

export function MessageStateMark({ state }: { state: State }) {
  return (
    <Text tone={tones[state]} className="whitespace-nowrap">
      <span aria-hidden="true">{glyph[state]}</span> {state}
    </Text>
  );
}
