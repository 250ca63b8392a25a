import { NumberBox } from '../../kit/Boxes';
import { Divider } from '../../kit/Heading';
import { useRule } from '../rules/hand';
import { ListSetting, NumberSetting, useSetting } from '../rules/Setting';
import { Touched } from '../rules/Touched';

const KINDS = ['letters', 'small', 'capitals', 'digits', 'others'] as const;

/** What a new password must be. */
export function PolicyRules() {
  const [scheme] = useSetting(['hashing', 'scheme']);
  const [pepper] = useSetting(['hashing', 'pepper']);
  return (
    <>
      <div className="border-b border-line bg-well px-4 py-2 text-small">
        <p className="text-ink-soft">
          Asked when a password is set, and never at sign-in: nobody is locked out by a new rule.
        </p>
        <Touched touches={({ kind }) => kind === 'next_change'} />
      </div>
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
      <div className="grid grid-cols-2 gap-x-6 gap-y-2 border-b border-line px-4 py-3 max-sm:grid-cols-1">
        {KINDS.map((kind) => (
          <Kind key={kind} kind={kind} />
        ))}
      </div>
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
