import { NumberBox } from '../../kit/Boxes';
import { Divider } from '../../kit/Heading';
import { useRule } from '../rules/hand';
import { ListSetting, NumberSetting, useSetting } from '../rules/Setting';
import { Touched } from '../rules/Touched';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';

const KINDS = ['letters', 'small', 'capitals', 'digits', 'others'] as const;

/** What a new password must be. */
export function PolicyRules() {
  const [scheme] = useSetting(['hashing', 'scheme']);
  const [pepper] = useSetting(['hashing', 'pepper']);
  return (
    <>
      <Surface edge="bottom" ground="well" className="px-4 py-2">
        <Text as="div" size="small">
          <Text as="p" tone="soft">
            Asked when a password is set, and never at sign-in: nobody is locked out by a new rule.
          </Text>
          <Touched touches={({ kind }) => kind === 'next_change'} />
        </Text>
      </Surface>
      <NumberSetting path={['password', 'minimum']} touches={({ code }) => code === 'password.too_short'} />
      <NumberSetting path={['password', 'maximum']}>
        {scheme === 'bcrypt' && pepper === ''
          ? 'bcrypt holds 72 bytes; what is longer is refused and never cut.'
          : 'The hash holds any length; this only keeps requests small.'}
      </NumberSetting>
      <NumberSetting path={['password', 'guesses']} />
      <ListSetting path={['password', 'words']} />
      <NumberSetting path={['password', 'history']} />
      <Divider>Minimum per kind, where a contract requires it</Divider>
      <Surface edge="bottom" className="grid grid-cols-2 gap-x-6 gap-y-2 px-4 py-3 max-sm:grid-cols-1">
        {KINDS.map((kind) => (
          <Kind key={kind} kind={kind} />
        ))}
      </Surface>
    </>
  );
}

function Kind({ kind }: { kind: (typeof KINDS)[number] }) {
  const path = ['password', 'composition', kind] as const;
  const rule = useRule()(path);
  const [value, set] = useSetting(path);
  return (
    <div className="flex items-center justify-between gap-2">
      <span>{rule.label}</span>
      <NumberBox label={rule.label} value={value ?? null} minimum={rule.minimum} maximum={rule.maximum} onSave={set} />
    </div>
  );
}
