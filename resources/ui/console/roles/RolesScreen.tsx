import { useQuery } from '@tanstack/react-query';
import { Suspense } from 'react';
import { Navigate, useParams } from 'react-router';
import { later } from '../../kit/later';
import { Loading } from '../../kit/QueryState';
import { Text } from '../../kit/Text';
import { counted } from '../../text/figures';
import { useMay } from '../api';
import { permissions, roles } from '../queries';
import { StationHead } from '../rules/Bench';
import { RolesTab } from './RolesTab';

const GridTab = later(() => import('./GridTab').then((module) => module.GridTab));
const PermissionsTab = later(() => import('./PermissionsTab').then((module) => module.PermissionsTab));
const ExclusionsTab = later(() => import('./ExclusionsTab').then((module) => module.ExclusionsTab));
const DisclosureTab = later(() => import('../disclosure/DisclosureTab').then((module) => module.DisclosureTab));
const PreviewTab = later(() => import('../disclosure/PreviewTab').then((module) => module.PreviewTab));
const WhyTab = later(() => import('./WhyTab').then((module) => module.WhyTab));

const TABS = [
  ['all', 'Roles'],
  ['grid', 'Grid'],
  ['permissions', 'Permissions'],
  ['exclusions', 'Exclusions'],
  ['why', 'Why'],
  ['disclosure', 'Handed out'],
  ['preview', 'Preview'],
] as const;

/** Who is handed what is a rule, and read by whoever may read the rules. */
const OF_RULES: readonly string[] = ['disclosure', 'preview'];

/** Who may do what: roles and what they are made of, who holds them, and why somebody may or may not. */
export function RolesScreen() {
  const may = useMay();
  const tab = useParams()['tab'] ?? 'all';
  const items = useQuery(roles).data?.items ?? [];
  const catalogue = useQuery(permissions).data?.items ?? [];
  const held = items.reduce((sum, { holders }) => sum + holders, 0);
  const tabs = TABS.filter(([key]) => !OF_RULES.includes(key) || may('kennel:rules.read'));
  if (!tabs.some(([key]) => key === tab)) return <Navigate to="/roles" replace />;
  return (
    <section className="flex h-full flex-col" aria-label="Roles">
      <StationHead
        name="Roles"
        path="/roles"
        tabs={tabs}
        tab={tab}
        aside={
          <Text tone="soft" size="small" className="ml-auto flex items-center">
            {counted(items.length, 'role', 'roles')} · {counted(catalogue.length, 'permission', 'permissions')} ·{' '}
            {counted(held, 'assignment', 'assignments')}
          </Text>
        }
      />
      <div className="min-h-0 flex-1">
        <Suspense fallback={<Loading what="this view" />}>
          {tab === 'all' ? <RolesTab /> : null}
          {tab === 'grid' ? <GridTab /> : null}
          {tab === 'permissions' ? <PermissionsTab /> : null}
          {tab === 'exclusions' ? <ExclusionsTab /> : null}
          {tab === 'why' ? <WhyTab /> : null}
          {tab === 'disclosure' ? <DisclosureTab /> : null}
          {tab === 'preview' ? <PreviewTab /> : null}
        </Suspense>
      </div>
    </section>
  );
}
