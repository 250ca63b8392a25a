import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import type { Refusals } from '../../kit/ActDialog';
import { Select, TextField } from '../../kit/Field';
import { apps } from '../queries';

export interface Terms {
  until: string;
  app: string;
}

export const NO_TERMS: Terms = { until: '', app: '' };

/** @returns as the API takes them: a day counts to its end, in UTC */
export const sent = ({ until, app }: Terms): { until: string | null; app: string | null } => ({
  until: until === '' ? null : `${until}T23:59:59Z`,
  app: app === '' ? null : app,
});

/** Until when a role is given, and for which app. */
export function AssignmentTerms({
  role,
  terms,
  onChange,
  of,
}: {
  role: Pick<Schemas['Role'], 'app'>;
  terms: Terms;
  onChange: (terms: Terms) => void;
  of: Refusals['of'];
}) {
  const known = useQuery(apps).data?.items ?? [];
  return (
    <>
      <TextField
        label="Until"
        type="date"
        value={terms.until}
        error={of('until')}
        help="Holds to the end of that day (UTC), and then ends by itself. Empty: for good."
        onChange={(event) => onChange({ ...terms, until: event.target.value })}
      />
      {role.app === null ? (
        <Select
          label="For"
          value={terms.app}
          error={of('app')}
          onChange={(event) => onChange({ ...terms, app: event.target.value })}
          choices={[
            { value: '', label: 'every app' },
            ...known.map((app) => ({ value: app.key, label: `${app.name} only` })),
          ]}
        />
      ) : null}
    </>
  );
}
