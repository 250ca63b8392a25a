import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { ChoiceBoxes } from '../../kit/Field';
import { Divider } from '../../kit/Heading';
import { useMay } from '../api';
import { apps as appsQuery, roles as rolesQuery } from '../queries';
import { Conflict } from '../rules/Conflict';
import { Guidance } from '../rules/Guidance';
import {
  ChoiceSetting,
  DateSetting,
  DurationSetting,
  NumberSetting,
  Setting,
  SwitchSetting,
  useSetting,
} from '../rules/Setting';
import type { Touches } from '../rules/Touched';
import { AppChooser } from '../signup/AppChooser';
import { LandingSettings } from './LandingSettings';
import { NarrowerLimits } from './NarrowerLimits';
import { OfferedProviders, ProviderSettings } from './ProviderSettings';

const ofSessions: Touches = ({ kind }) => kind === 'session_ends';

/** By what people show who they are, of whom more is asked, how long it lasts, and where they go on to. */
export function WaysTab() {
  const may = useMay();
  const apps = useQuery(appsQuery).data?.items ?? [];
  const [search, setSearch] = useSearchParams();
  const app = search.get('app') ?? apps[0]?.key;
  return (
    <div className="gap-x-6 xl:flex">
      <fieldset disabled={!may('kennel:rules.manage')} className="max-w-3xl xl:w-1/2">
        <legend className="sr-only">Rules for signing in</legend>
        <Conflict />
        <Divider>Second factor</Divider>
        <DemandedOf />
        <DateSetting path={['factors', 'from']} touches={({ code }) => code === 'duty.add_factor'} />
        <DurationSetting path={['factors', 'grace']} />
        <DurationSetting path={['factors', 'known_for']} />
        <NumberSetting path={['factors', 'codes']} />
        <DurationSetting path={['factors', 'reset_after']} />
        <SwitchSetting path={['factors', 'texts']} />
        <Divider>Mailed links and codes</Divider>
        <DurationSetting path={['signin', 'mail_lifetime']} />
        <DurationSetting path={['signin', 'mail_cool_down']} />
        <Divider>Sessions</Divider>
        <DurationSetting path={['sessions', 'idle']} touches={ofSessions} />
        <DurationSetting path={['sessions', 'absolute']} touches={ofSessions} />
        <DurationSetting path={['sessions', 'kept_idle']} touches={ofSessions} />
        <DurationSetting path={['sessions', 'kept_absolute']} touches={ofSessions} />
        <NarrowerLimits of="roles" />
        <NarrowerLimits of="apps" />
        <NumberSetting path={['sessions', 'at_once']} />
        <DurationSetting path={['sessions', 'proof_for']} />
        <DurationSetting path={['sessions', 'seen_every']} />
        <Divider>Outside providers</Divider>
        <ProviderSettings />
        <Divider>Of one app</Divider>
        <AppChooser
          apps={apps}
          app={app}
          onChoose={(key) =>
            setSearch(
              (before) => {
                if (key === null) before.delete('app');
                else before.set('app', key);
                return before;
              },
              { replace: true },
            )
          }
        />
        {app === undefined ? null : (
          <>
            <Ways app={app} />
            <OfferedProviders app={app} />
            <ChoiceSetting path={['apps', app, 'second_factor']} touches={({ code }) => code === 'duty.add_factor'} />
            <LandingSettings app={app} />
          </>
        )}
      </fieldset>
      <div className="min-w-0 flex-1 px-4 py-3">
        <Guidance about="signin" />
      </div>
    </div>
  );
}

function DemandedOf() {
  const path = ['factors', 'roles'] as const;
  const roles = useQuery(rolesQuery).data?.items ?? [];
  const [chosen = [], set] = useSetting(path);
  return (
    <Setting path={path} touches={({ code }) => code === 'duty.add_factor'}>
      <ChoiceBoxes
        label="Holders of"
        kind="checkbox"
        choices={roles.map((role) => ({ value: role.key, label: role.label }))}
        chosen={chosen}
        onChange={set}
      />
    </Setting>
  );
}

const WAYS = { password: 'Password', mail: 'Mailed link or code', passkey: 'Passkey' } as const;

/** In the order they are ticked: the first is the one that is open. */
function Ways({ app }: { app: string }) {
  const path = ['apps', app, 'ways'] as const;
  const [chosen = [], set] = useSetting(path);
  return (
    <Setting path={path} touches={({ kind, field }) => kind === 'way_gone' && field === path.join('.')}>
      <ChoiceBoxes
        label="Offered"
        kind="checkbox"
        choices={Object.entries(WAYS).map(([value, label]) => ({ value, label }))}
        chosen={chosen}
        onChange={(next) => {
          // Without any nobody could sign in: the last one stays.
          if (next.length > 0) set(next);
        }}
      />
    </Setting>
  );
}
