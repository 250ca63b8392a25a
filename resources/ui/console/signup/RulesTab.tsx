import { useQuery } from '@tanstack/react-query';
import { Divider } from '../../kit/Heading';
import { ChoiceBoxes } from '../../kit/Field';
import { InlineLink } from '../../kit/Link';
import { Switch } from '../../kit/Segments';
import { ListBox } from '../../kit/Boxes';
import { roles as rolesQuery } from '../queries';
import {
  ChoiceSetting,
  DateSetting,
  DurationSetting,
  ListSetting,
  LongTextSetting,
  NumberSetting,
  Setting,
  SwitchSetting,
  useSetting,
} from '../rules/Setting';
import { useRule } from '../rules/hand';
import { Bots } from './Bots';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';

const ADMISSION_CODES = ['email.domain_not_listed', 'signup.invited_only', 'signup.nobody_only'];

/** What is asked of those who sign up, on one app and on all. */
export function RulesTab({ app }: { app: string }) {
  const [admission] = useSetting(['apps', app, 'admission']);
  const [registered] = useSetting(['apps', app, 'registered']);
  if (admission === undefined) {
    return <p className="p-4">The rule book does not mention this app yet, so it takes no sign-ups.</p>;
  }
  return (
    <>
      <ChoiceSetting path={['apps', app, 'admission']} touches={({ code }) => ADMISSION_CODES.includes(code)} />
      <Domains app={app} isUsed={admission === 'domains'} />
      <ChoiceSetting path={['apps', app, 'registered']}>
        {registered === 'discreet'
          ? 'Same answer, same time; the holder gets a message. A stranger learns nothing.'
          : 'The page says so. Anyone who asks can learn which addresses have an account.'}
      </ChoiceSetting>
      <ChoiceSetting path={['apps', app, 'session']}>
        Until its duties are done, an account is limited on every page and API operation.
      </ChoiceSetting>
      <Roles app={app} />
      <Divider>On every app</Divider>
      <DateSetting path={['signup', 'terms', 'version']} touches={({ code }) => code === 'duty.accept_terms'} />
      <LongTextSetting path={['signup', 'terms', 'text']} />
      <DurationSetting path={['signup', 'unproven_for']} />
      <Roles />
      <SwitchSetting path={['addresses', 'fold_plus_tags']} touches={({ kind }) => kind === 'collision'} />
      <ListSetting path={['signup', 'refused_domains']} touches={({ code }) => code === 'email.domain_refused'} />
      <SwitchSetting path={['signup', 'refuse_throwaway']} touches={({ code }) => code === 'email.throwaway'} />
      <Surface edge="bottom" className="px-4 py-3">
        <Note>
          What a new password must be is set under <InlineLink to="/passwords/policy">Passwords, Policy</InlineLink>.
        </Note>
      </Surface>
      <Bots />
      <Divider>Verification, and changes of address</Divider>
      <ChoiceSetting path={['codes', 'way']} />
      <DurationSetting path={['verification', 'lifetime']} />
      <DurationSetting path={['verification', 'cool_down']} />
      <NumberSetting path={['codes', 'length']} />
      <SwitchSetting path={['codes', 'letters']} />
      <DurationSetting path={['codes', 'lifetime']} />
      <NumberSetting path={['codes', 'attempts']} />
      <DurationSetting path={['address_changes', 'undo_for']} />
      <Divider>Invitations</Divider>
      <DurationSetting path={['invitations', 'lifetime']} />
      <DurationSetting path={['invitations', 'cool_down']} />
      <DurationSetting path={['invitations', 'warn_before']} />
      <Divider>Publishing</Divider>
      <SwitchSetting path={['review', 'by_somebody_else']} />
    </>
  );
}

/** Offered where they count, and where some are listed that do not. */
function Domains({ app, isUsed }: { app: string; isUsed: boolean }) {
  const rule = useRule();
  const [domains = [], setDomains] = useSetting(['apps', app, 'domains']);
  const [subdomains, setSubdomains] = useSetting(['apps', app, 'subdomains']);
  if (!isUsed && domains.length === 0) return null;
  const { label } = rule(['apps', app, 'subdomains']);
  return (
    <Setting
      path={['apps', app, 'domains']}
      control={
        <Text size="small" className="flex items-center gap-2">
          {label}
          <Switch label={label} checked={subdomains === true} onChange={setSubdomains} />
        </Text>
      }
    >
      <ListBox label={rule(['apps', app, 'domains']).label} value={domains} onSave={setDomains} />
    </Setting>
  );
}

/** Every role as a box; one that runs this service is better given by hand. */
function Roles({ app = null }: { app?: string | null }) {
  const roles = useQuery(rolesQuery).data?.items ?? [];
  const path = app === null ? (['signup', 'roles'] as const) : (['apps', app, 'roles'] as const);
  const [chosen = [], set] = useSetting(path);
  return (
    <Setting path={path}>
      <ChoiceBoxes
        label={app === null ? 'Everybody who signs up gets' : 'Whoever signs up here gets besides'}
        kind="checkbox"
        choices={roles
          .filter(
            ({ key, permissions }) => chosen.includes(key) || !permissions.some((one) => one.startsWith('kennel:')),
          )
          .map(({ key }) => ({ value: key, label: key }))}
        chosen={chosen}
        onChange={set}
      />
    </Setting>
  );
}
