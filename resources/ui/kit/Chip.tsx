import type { ReactNode } from 'react';
import { tones } from './Notice';

/** One value of a filter above a list; pressed again, it lets everything through. */
export function FilterChip({
  pressed,
  onPress,
  children,
}: {
  pressed: boolean;
  onPress: (pressed: boolean) => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={pressed}
      onClick={() => onPress(!pressed)}
      className={`flex min-h-6 items-center gap-1.5 rounded-xl border px-2.5 text-left text-small ${pressed ? 'border-petrol bg-petrol-wash font-semibold text-petrol-deep' : 'border-line-strong hover:bg-well'}`}
    >
      {children}
    </button>
  );
}

/** A word or two with a meaning of their own. */
export function Chip({ tone, children }: { tone: keyof typeof tones; children: ReactNode }) {
  return <span className={`inline-block rounded-[4px] border px-2 py-1 text-small ${tones[tone][0]}`}>{children}</span>;
}
