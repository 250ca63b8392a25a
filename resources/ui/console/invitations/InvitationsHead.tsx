import { useQuery } from '@tanstack/react-query';
import { Note } from '../../kit/Text';
import { grouped } from '../../text/figures';
import { answer } from '../../api/client';
import { api, FIGURES_EVERY, useMay } from '../api';
import { StationHead } from '../rules/Bench';
import { figures } from './queries';

/** The head of the station: how many there are in each state, and what of today's messages is left. */
export function InvitationsHead({ tab }: { tab: string }) {
  const may = useMay();
  const counts = useQuery({ ...figures(null, 90), refetchInterval: FIGURES_EVERY }).data?.counts;
  const mayRead = may('kennel:messages.read');
  const allowance = useQuery({
    queryKey: ['messages', 'allowance'],
    queryFn: ({ signal }) => answer(api.GET('/mail/allowance', { signal })),
    enabled: mayRead,
    retry: false,
    refetchInterval: FIGURES_EVERY,
  }).data;
  const figure = (count: number | undefined) => (count === undefined ? undefined : grouped(count));
  return (
    <StationHead
      name="Invitations"
      path="/invitations"
      tab={tab}
      tabs={[
        ['open', 'Open', figure(counts?.open)],
        ['accepted', 'Accepted', figure(counts?.accepted)],
        ['lapsed', 'Lapsed', figure(counts?.lapsed)],
        ['withdrawn', 'Withdrawn', figure(counts?.withdrawn)],
        ['progress', 'How far they get'],
        ...(may('kennel:invitations.send') ? [['invite', 'Invite'] as const] : []),
      ]}
      aside={
        allowance === undefined || allowance.a_day === 0 ? null : (
          <Note className="ml-auto flex items-center">
            {grouped(allowance.used)} of today’s {grouped(allowance.a_day)} messages used
          </Note>
        )
      }
    />
  );
}
