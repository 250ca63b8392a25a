import { useQuery } from '@tanstack/react-query';
import { Checkbox, ChoiceBoxes, Select } from '../../kit/Field';
import { Heading } from '../../kit/Heading';
import { apps as appsQuery, fieldDefinitions } from '../queries';
import { LinkOptions } from './LinkOptions';
import { labelOfTarget, updatable, type Plan } from './plan';

/** What holds for every row of the file. */
export function PlanOptions({
  plan,
  tables,
  isDatabase,
  onChange,
}: {
  plan: Plan;
  tables: readonly { name: string; columns: string[] }[];
  isDatabase: boolean;
  onChange: (plan: Plan) => void;
}) {
  const apps = useQuery(appsQuery).data?.items ?? [];
  const fields = useQuery(fieldDefinitions).data?.items ?? [];
  const has = (target: string) => plan.columns.some(({ to }) => to === target);
  const set = (change: Partial<Plan>) => onChange({ ...plan, ...change });
  const parts = updatable(plan);
  return (
    <section aria-label="Every row">
      <Heading>What holds for every row</Heading>
      {isDatabase ? <LinkOptions plan={plan} tables={tables} onChange={onChange} /> : null}
      <div className="grid grid-cols-3 gap-x-6 gap-y-2 max-md:grid-cols-1">
        <Select
          label={has('app') ? 'App, where the file names none' : 'App'}
          required
          value={plan.app}
          onChange={(event) => set({ app: event.target.value })}
          choices={apps.map(({ key, name }) => ({ value: key, label: name }))}
        />
        <Select
          label="Bare digest algorithm"
          value={plan.digest}
          onChange={(event) => set({ digest: event.target.value as Plan['digest'] })}
          choices={[
            { value: '', label: 'none in the file' },
            { value: 'md5', label: 'MD5' },
            { value: 'sha1', label: 'SHA-1' },
            { value: 'sha256', label: 'SHA-256' },
            { value: 'sha512', label: 'SHA-512' },
          ]}
        />
        <Select
          label="Digest input"
          required
          value={plan.layout}
          disabled={plan.digest === ''}
          onChange={(event) => set({ layout: event.target.value as Plan['layout'] })}
          choices={[
            { value: 'password', label: 'the password' },
            { value: 'salt.password', label: 'salt, then password' },
            { value: 'password.salt', label: 'password, then salt' },
          ]}
        />
        <div>
          {has('verified') ? null : (
            <Checkbox
              label="The addresses are verified"
              checked={plan.proven}
              onChange={(event) => set({ proven: event.target.checked })}
            />
          )}
          {has('must_change') ? null : (
            <Checkbox
              label="Require a new password at the next sign-in"
              checked={plan.must_change}
              onChange={(event) => set({ must_change: event.target.checked })}
            />
          )}
          <Checkbox
            label="Import people without a hash; they set a password by mail"
            checked={plan.allows_no_hash}
            onChange={(event) => set({ allows_no_hash: event.target.checked })}
          />
        </div>
        <Select
          label="Addresses that have an account"
          required
          value={plan.existing}
          onChange={(event) => {
            const existing = event.target.value as Plan['existing'];
            set({ existing, update: existing === 'update' ? parts : [] });
          }}
          choices={[
            { value: 'refuse', label: 'refuse the row' },
            { value: 'leave', label: 'leave the account as it is' },
            { value: 'update', label: 'give the account what is chosen' },
          ]}
        />
        {plan.existing === 'update' ? (
          <ChoiceBoxes
            label="What such accounts are given"
            kind="checkbox"
            help="Roles are added, metadata is merged, empty cells say nothing."
            choices={parts.map((part) => ({ value: part, label: labelOfTarget(part, fields) }))}
            chosen={plan.update}
            onChange={(update) => set({ update })}
          />
        ) : null}
      </div>
    </section>
  );
}
