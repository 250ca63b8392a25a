import { useQuery } from '@tanstack/react-query';
import { Bar } from '../../kit/Chart';
import { Heading } from '../../kit/Heading';
import { InlineLink } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { Segments } from '../../kit/Segments';
import { Note, Text } from '../../kit/Text';
import { counted, grouped } from '../../text/figures';
import { apps as appsQuery } from '../queries';
import { AppChooser } from '../signup/AppChooser';
import { useQuestion } from '../useQuestion';
import { figures } from './queries';

const SPANS = [
  { value: '30', label: '30 days' },
  { value: '90', label: '90 days' },
  { value: '365', label: 'A year' },
] as const;
type Span = (typeof SPANS)[number]['value'];

/** How far those get who are invited, and how long each step takes. */
export function ProgressTab() {
  const [{ app, days }, ask] = useQuestion('app', 'days');
  const span: Span = SPANS.find(({ value }) => value === days)?.value ?? '90';
  const apps = useQuery(appsQuery).data?.items ?? [];
  const asked = useQuery(figures(app === '' ? null : app, Number(span)));
  const data = asked.data;
  return (
    <div className="h-full overflow-y-auto px-5 py-4 max-sm:px-3">
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <AppChooser apps={apps} app={app} onChoose={(key) => ask({ app: key === app ? null : key })} isBare />
        <Segments
          label="Sent in the last"
          value={span}
          choices={SPANS}
          onChange={(next) => ask({ days: next === '90' ? null : next })}
        />
      </div>
      <QueryState of={asked} what="the figures">
        {data === undefined ? null : (
          <div className="max-w-3xl space-y-6">
            <section aria-label="How far they get">
              <Heading>How far they get</Heading>
              <Note className="mb-2">
                Of those that were sent in the last {data.days} days. One that was replaced counts as the one in its
                place.
              </Note>
              <table className="w-full text-left" aria-label="Steps">
                <thead>
                  <tr>
                    <th scope="col">Step</th>
                    <th scope="col" className="w-1/2">
                      <span className="sr-only">Share</span>
                    </th>
                    <th scope="col" className="text-right">
                      People
                    </th>
                    <th scope="col" className="text-right">
                      Half took at most
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {(
                    [
                      ['Sent', data.funnel.sent, null],
                      ['Page opened', data.funnel.opened, data.funnel.until_opened],
                      ['Accepted', data.funnel.accepted, data.funnel.until_accepted],
                      ['Account complete', data.funnel.complete, data.funnel.until_complete],
                    ] as const
                  ).map(([step, people, seconds]) => (
                    <tr key={step}>
                      <th scope="row" className="py-1 pr-3 whitespace-nowrap">
                        {step}
                      </th>
                      <td>
                        <Bar share={data.funnel.sent === 0 ? 0 : people / data.funnel.sent} tone="petrol" />
                      </td>
                      <td className="pl-3 text-right tabular-nums whitespace-nowrap">
                        {grouped(people)}
                        <Note as="span">
                          {' '}
                          {data.funnel.sent === 0 ? '' : `${Math.round((100 * people) / data.funnel.sent)} %`}
                        </Note>
                      </td>
                      <td className="pl-3 text-right tabular-nums whitespace-nowrap">
                        {seconds === null ? '' : lasted(seconds)}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
              <Note className="mt-2">Each time is counted from the step before.</Note>
            </section>
            <section aria-label="By whom">
              <Heading>By whom</Heading>
              {data.inviters.length === 0 ? <Note>Nobody has invited anybody yet.</Note> : null}
              <ul>
                {data.inviters.map(({ id, name, invitations }) => (
                  <li key={id} className="flex justify-between gap-4 py-0.5">
                    <InlineLink to={`/invitations/open?inviter=${id}`}>
                      <bdi>{name}</bdi>
                    </InlineLink>
                    <Text className="tabular-nums">{counted(invitations, 'invitation', 'invitations')}</Text>
                  </li>
                ))}
              </ul>
            </section>
          </div>
        )}
      </QueryState>
    </div>
  );
}

/** "4 hours", "2 days": as exact as such a thing is. */
export function lasted(seconds: number): string {
  if (seconds < 90) return counted(Math.max(1, Math.round(seconds)), 'second', 'seconds');
  if (seconds < 5_400) return counted(Math.round(seconds / 60), 'minute', 'minutes');
  if (seconds < 129_600) return counted(Math.round(seconds / 3_600), 'hour', 'hours');
  return counted(Math.round(seconds / 86_400), 'day', 'days');
}
