import type { ComponentProps } from 'react';
import type { Schemas } from '../api/client';
import { PasswordField } from './Field';
import { kit } from './words';

type Verdict = Schemas['PasswordVerdict'];

const STEPS = ['trivial', 'weak', 'middling', 'good', 'strong'] as const;
const fills = ['fill-brick', 'fill-brick', 'fill-amber', 'fill-moss', 'fill-moss'] as const;
/** True of nearly everything that is typed: said only when it is not. */
const QUIET = ['password.too_long', 'password.too_many_bytes'];

/** A box for a new password, with what the server says of it. A box that may stay empty shows no rules until something is typed. */
export function NewPasswordField({
  verdict,
  mayStayEmpty = false,
  ...box
}: ComponentProps<typeof PasswordField> & { value: string; verdict: Verdict | null; mayStayEmpty?: boolean }) {
  const isTyped = box.value !== '';
  return (
    <>
      <PasswordField
        autoComplete="new-password"
        large
        help={mayStayEmpty ? kit.passwordMayStay : kit.passwordHelp}
        {...box}
      />
      {mayStayEmpty && !isTyped ? null : <PasswordAdvice verdict={verdict} isTyped={isTyped} />}
    </>
  );
}

/** Each rule, met or not, and how hard the password is to guess, with the reason. The rules take their room from the start; the reason unfolds below them. */
export function PasswordAdvice({ verdict, isTyped }: { verdict: Verdict | null; isTyped: boolean }) {
  const rules = verdict?.rules.filter(({ code, is_met }) => !QUIET.includes(code) || (isTyped && !is_met)) ?? [];
  const estimate = isTyped ? (verdict?.estimate ?? null) : null;
  const step = estimate === null ? -1 : STEPS.indexOf(estimate.strength);
  const known = (step >= 3 ? [] : (estimate?.parts ?? [])).filter(({ kind }) => kind !== 'unknown').slice(0, 2);
  return (
    <div className="mb-2 text-[14px] leading-5" aria-live="polite">
      <ul aria-label={kit.passwordRules} className="min-h-20">
        {rules.map(({ code, message, is_met }) => (
          <li key={code} className={`relative flex gap-2 ${isTyped && is_met ? 'text-moss' : 'text-ink-soft'}`}>
            <span aria-hidden="true" className="w-4 shrink-0 text-center">
              {isTyped && is_met ? '✓' : '○'}
            </span>
            <span>
              {message}
              <span className="sr-only">{isTyped ? `: ${is_met ? kit.met : kit.notMet}` : ''}</span>
            </span>
          </li>
        ))}
      </ul>
      <div className="mt-1.5 min-h-6">
        <svg viewBox="0 0 100 4" preserveAspectRatio="none" className="h-1.5 w-full" aria-hidden="true">
          {STEPS.map((name, index) => (
            <rect
              key={name}
              x={index * 20.4}
              width="18.4"
              height="4"
              rx="1"
              className={index <= step ? (fills[step] ?? '') : 'fill-line'}
            />
          ))}
        </svg>
        {estimate === null ? null : (
          <p className="mt-1">
            {estimate.message}: {kit.guesses[0]}
            <sup>{Math.max(0, Math.round(estimate.guesses))}</sup> {kit.guesses[1]}.{' '}
            <span className="text-ink-soft">{known.map(({ message }) => message).join(' ')}</span>
          </p>
        )}
      </div>
    </div>
  );
}
