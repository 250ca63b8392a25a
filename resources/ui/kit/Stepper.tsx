export interface Step {
  name: string;
  stands: 'done' | 'now' | 'failed' | 'next';
}

const signs = { done: '✓', now: '●', failed: '✕', next: '○' } as const;
const tones = {
  done: 'text-moss',
  now: 'font-semibold text-petrol',
  failed: 'font-semibold text-brick',
  next: 'text-ink-soft',
} as const;
const words = { done: 'done', now: 'now', failed: 'failed', next: 'to come' } as const;

/** How far something is that goes by steps: by sign and by word, and by colour last. */
export function Stepper({ label, steps }: { label: string; steps: readonly Step[] }) {
  return (
    <ol aria-label={label} className="flex flex-wrap items-center gap-x-1.5 gap-y-1 text-small">
      {steps.map(({ name, stands }, index) => (
        <li
          key={name}
          aria-current={stands === 'now' ? 'step' : undefined}
          className={`flex items-center gap-1.5 ${tones[stands]}`}
        >
          {index === 0 ? null : <span className="h-px w-5 bg-line-strong" aria-hidden="true" />}
          <span aria-hidden="true">{signs[stands]}</span> {name}
          <span className="sr-only">, {words[stands]}</span>
        </li>
      ))}
    </ol>
  );
}
