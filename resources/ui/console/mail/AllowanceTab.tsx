import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Bar } from '../../kit/Chart';
import { QueryState } from '../../kit/QueryState';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { counted, grouped } from '../../text/figures';
import { api, FIGURES_EVERY, useMay } from '../api';
import { Conflict } from '../rules/Conflict';
import { NumberSetting } from '../rules/Setting';
import { MailRules } from './MailRules';

/** How many messages go out in a day, what of it is used, and when it is used up. */
export function AllowanceTab() {
  const may = useMay();
  return (
    <MailRules label="Allowance" tab="allowance">
      <Conflict />
      <div className="max-w-3xl">
        {may('kennel:messages.read') ? <Today /> : null}
        <fieldset disabled={!may('kennel:rules.manage')}>
          <legend className="px-4 pt-2 max-sm:px-3">
            <Text as="h2" weight="strong">
              At most
            </Text>
          </legend>
          <NumberSetting path={['messages', 'allowance', 'a_day']} />
          <NumberSetting path={['messages', 'allowance', 'kept_back']} />
          <NumberSetting path={['messages', 'allowance', 'an_address']} />
          <NumberSetting path={['messages', 'allowance', 'an_app']} />
        </fieldset>
      </div>
    </MailRules>
  );
}

function Today() {
  const today = useQuery({
    queryKey: ['messages', 'allowance'],
    queryFn: ({ signal }) => answer(api.GET('/mail/allowance', { signal })),
    refetchInterval: FIGURES_EVERY,
  });
  const data = today.data;
  return (
    <section aria-label="Today" className="px-4 py-3 max-sm:px-3">
      <QueryState of={today} what="what is used">
        {data === undefined ? null : data.a_day === 0 ? (
          <>
            <Text as="p" size="lead" weight="bold">
              {counted(data.used, 'message', 'messages')} today
            </Text>
            <Note>There is no limit. {waiting(data.waiting)}</Note>
          </>
        ) : (
          <>
            <Text as="p" size="lead" weight="bold">
              {grouped(Math.max(0, data.a_day - data.used))} of today’s {grouped(data.a_day)} left
            </Text>
            <div className="my-1.5">
              <Bar share={data.used / data.a_day} tone={data.used >= data.a_day ? 'amber' : 'petrol'} />
            </div>
            <Note>
              {grouped(data.used)} used. {waiting(data.waiting)}{' '}
              {data.used_up_at === null ? (
                'At today’s rate they last.'
              ) : data.used >= data.a_day ? (
                <>
                  What waits goes out from <When at={data.next_day_at} />.
                </>
              ) : (
                <>
                  At today’s rate, and with what waits, they are used up <When at={data.used_up_at} />.
                </>
              )}
            </Note>
          </>
        )}
      </QueryState>
    </section>
  );
}

const waiting = (number: number): string => (number === 0 ? 'Nothing waits.' : `${grouped(number)} waiting.`);
