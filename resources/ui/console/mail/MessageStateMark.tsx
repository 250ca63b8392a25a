import type { Schemas } from '../../api/client';

type State = Schemas['MessageState'];

const tone: Record<State, string> = {
  queued: 'text-ink-soft',
  sending: 'text-ink-soft',
  retrying: 'text-amber',
  held: 'text-moss',
  sent: 'text-moss',
  failed: 'text-brick',
};
const glyph: Record<State, string> = { queued: '…', sending: '→', retrying: '↻', held: '✓', sent: '✓', failed: '✕' };

export function MessageStateMark({ state }: { state: State }) {
  return (
    <span className={`whitespace-nowrap ${tone[state]}`}>
      <span aria-hidden="true">{glyph[state]}</span> {state}
    </span>
  );
}
