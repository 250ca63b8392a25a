import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Screen, Table } from '../../kit/Layout';
import { Count, InlineLink } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { RulesInForce } from '../rules/RulesInForce';

const HEIGHT = 150;
const STEP = 28;
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });

/** Sign-ups of the last thirty days, and where to try one. */
export function SignupScreen() {
  const days = useQuery({
    queryKey: ['signup-days'],
    queryFn: () => answer(api.GET('/signups/days')),
    refetchInterval: 10_000,
  });
  const apps = useQuery({ queryKey: ['apps'], queryFn: () => answer(api.GET('/apps')) });
  const items = days.data?.items ?? [];
  const all = items.reduce((sum, day) => sum + day.signups, 0);
  return (
    <Screen
      title="Sign-up"
      aside={
        <>
          <Count value={all} /> in thirty days
        </>
      }
    >
      <Failure error={days.error ?? apps.error} />
      <h2 className="mb-2 text-[13px] leading-[18px] font-bold">Try it as a person would</h2>
      <ul className="mb-6">
        {apps.data?.items.map((app) => (
          <li key={app.key} className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-2">
            <a
              href={`/a/${app.key}/sign-up`}
              target="_blank"
              rel="noopener"
              className="font-semibold text-petrol underline underline-offset-2"
            >
              {app.name} ↗<span className="sr-only"> (opens in a new window)</span>
            </a>
            <span className="text-ink-soft">
              {app.signup.closed ??
                (app.signup.admission === 'domains'
                  ? `Only addresses of ${app.signup.domains.join(', ')}${app.signup.subdomains ? ' and their subdomains' : ''}`
                  : 'Anyone may sign up.')}
            </span>
          </li>
        ))}
      </ul>
      <RulesInForce section="signup" />
      <RulesInForce section="verification" />
      <h2 className="mb-2 text-[13px] leading-[18px] font-bold">Sign-ups by day (UTC)</h2>
      <Chart items={items} />
      <details className="mt-3">
        <summary className="cursor-pointer text-petrol">As a table</summary>
        <Table label="Sign-ups by day" head={['Day', 'Sign-ups']}>
          {items.toReversed().map((day) => (
            <tr key={day.day}>
              <td>{DAY.format(new Date(day.day))}</td>
              <td>{day.signups}</td>
            </tr>
          ))}
        </Table>
      </details>
      <p className="mt-4 text-small text-ink-soft">
        Somebody who is registered already causes no new account; the trail has them as{' '}
        <span className="font-mono">account.signed_up_again</span>. See <InlineLink to="/audit">Audit</InlineLink>.
      </p>
    </Screen>
  );
}

function Chart({ items }: { items: { day: string; signups: number }[] }) {
  const most = Math.max(1, ...items.map((day) => day.signups));
  const width = items.length * STEP + 12;
  return (
    <div className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${width} ${HEIGHT + 40}`}
        className="w-full min-w-[640px]"
        role="img"
        aria-label={`Sign-ups by day, at most ${most}; the table below has the numbers`}
      >
        <line x1="0" x2={width} y1={HEIGHT + 18} y2={HEIGHT + 18} className="stroke-line-strong" />
        {items.map((day, index) => {
          const height = (day.signups / most) * HEIGHT;
          return (
            <g key={day.day}>
              <rect
                x={index * STEP + 5}
                y={HEIGHT + 18 - height}
                width={STEP - 10}
                height={height}
                className={index === items.length - 1 ? 'fill-petrol' : 'fill-petrol opacity-60'}
              />
              <text
                x={index * STEP + STEP / 2}
                y={HEIGHT + 12 - height}
                textAnchor="middle"
                className="fill-ink text-[11px]"
              >
                {day.signups === 0 ? '' : day.signups}
              </text>
              {(items.length - 1 - index) % 5 === 0 ? (
                <text
                  x={index * STEP + STEP / 2}
                  y={HEIGHT + 34}
                  textAnchor="middle"
                  className="fill-ink-soft text-[11px]"
                >
                  {DAY.format(new Date(day.day))}
                </text>
              ) : null}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
