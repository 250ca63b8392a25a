import { Suspense } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { later } from '../../kit/later';
import { Loading } from '../../kit/QueryState';
import { useMay } from '../api';
import { useKeys } from '../keys';
import { InvitationList } from './InvitationList';
import { InvitationsHead } from './InvitationsHead';

const InviteTab = later(() => import('./InviteTab').then((module) => module.InviteTab));
const ProgressTab = later(() => import('./ProgressTab').then((module) => module.ProgressTab));

const LISTS = ['open', 'accepted', 'lapsed', 'withdrawn'] as const;

/** Who is invited: what became of each, how far they get, and inviting more. */
export function InvitationsScreen() {
  const may = useMay();
  const navigate = useNavigate();
  const { tab = 'open' } = useParams();
  const list = LISTS.find((one) => one === tab);
  useKeys(may('kennel:invitations.send') ? { n: () => void navigate('/invitations/invite') } : {});
  if (list === undefined && tab !== 'progress' && tab !== 'invite') return <Navigate to="/invitations/open" replace />;
  return (
    <section className="flex h-full flex-col" aria-label="Invitations">
      <InvitationsHead tab={tab} />
      <div className="min-h-0 flex-1">
        <Suspense fallback={<Loading what="this view" />}>
          {list === undefined ? null : <InvitationList key={list} state={list} />}
          {tab === 'progress' ? <ProgressTab /> : null}
          {tab === 'invite' ? <InviteTab /> : null}
        </Suspense>
      </div>
    </section>
  );
}
