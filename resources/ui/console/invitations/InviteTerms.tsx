import { useMemo } from 'react';
import type { Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { FilterChip } from '../../kit/Chip';
import { Combobox } from '../../kit/Combobox';
import { SmallSelect } from '../../kit/SmallSelect';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';
import type { Invite } from './list';

const DAYS = [1, 3, 7, 14, 30, 60, 90];
const LANGUAGES = [
  { value: 'en', label: 'English' },
  { value: 'de', label: 'German' },
];

/** To what everybody on the list is invited, whose row says nothing else. */
export function InviteTerms({
  invite,
  apps,
  roles,
  onChange,
  onPaste,
}: {
  invite: Invite;
  apps: readonly { key: string; name: string }[];
  roles: readonly Schemas['Role'][];
  onChange: (part: Partial<Invite>) => void;
  onPaste: () => void;
}) {
  const offered = useMemo(
    () =>
      roles.filter(
        ({ key, app, is_giveable }) =>
          is_giveable && (app === null || app === invite.app) && !invite.roles.includes(key),
      ),
    [roles, invite.app, invite.roles],
  );
  return (
    <Surface edge="bottom" className="flex shrink-0 flex-wrap items-center gap-x-2.5 gap-y-2 px-4 py-2.5">
      <Text>To</Text>
      <SmallSelect
        label="App"
        value={invite.app}
        onChange={(event) => onChange({ app: event.target.value, roles: [] })}
        choices={apps.map(({ key, name }) => ({ value: key, label: name }))}
      />
      {roles.length === 0 ? null : (
        <>
          <Text>as</Text>
          {invite.roles.map((key) => (
            <FilterChip
              key={key}
              pressed
              onPress={() => onChange({ roles: invite.roles.filter((other) => other !== key) })}
            >
              {roles.find((role) => role.key === key)?.label ?? key} <span aria-hidden="true">✕</span>
              <span className="sr-only">, leave out</span>
            </FilterChip>
          ))}
          <Combobox
            label="Role"
            prompt="Add a role"
            choices={offered.map(({ key, label }) => ({ value: key, label }))}
            onChoose={(key) => onChange({ roles: [...invite.roles, key] })}
          />
        </>
      )}
      <Text>open for</Text>
      <SmallSelect
        label="Open for"
        value={invite.days}
        onChange={(event) => onChange({ days: Number(event.target.value) })}
        choices={DAYS.map((days) => ({ value: days, label: days === 1 ? '1 day' : `${days} days` }))}
      />
      <Text>in</Text>
      <SmallSelect
        label="Language"
        value={invite.language}
        onChange={(event) => onChange({ language: event.target.value })}
        choices={LANGUAGES}
      />
      <span className="ml-auto">
        <Button size="small" onClick={onPaste}>
          Paste or open a file…
        </Button>
      </span>
    </Surface>
  );
}
