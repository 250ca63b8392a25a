import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ActDialog } from '../../kit/ActDialog';
import { EditableTable } from '../../kit/EditableTable';
import { Select, TextField } from '../../kit/Field';
import { Segments } from '../../kit/Segments';
import { SmallSelect } from '../../kit/SmallSelect';
import { Note, Text } from '../../kit/Text';
import { withSpaces } from '../../text/figures';
import { fieldDefinitions, fieldUse, roles as rolesQuery } from '../queries';
import { ACTS, type Act } from './bulk';

type Check = (act: Act, parameters: Record<string, unknown>) => Promise<void>;

/** What an act needs to know before it can be checked: which role, which field and value, which key. */
export function BulkParametersDialog({ act, check, onClose }: { act: Act; check: Check; onClose: () => void }) {
  const props = { act, check, onClose };
  if (act === 'set_field') return <FieldDialog {...props} />;
  return act === 'set_metadata' ? <MetadataDialog {...props} /> : <RoleDialog {...props} />;
}

interface Props {
  act: Act;
  check: Check;
  onClose: () => void;
}

function RoleDialog({ act, check, onClose }: Props) {
  const roles = useQuery(rolesQuery).data?.items ?? [];
  const [role, setRole] = useState('');
  const chosen = role === '' ? (roles[0]?.key ?? '') : role;
  return (
    <ActDialog
      title={ACTS[act].label.replace('…', '')}
      act="Show what would change"
      asksWhy={false}
      onClose={onClose}
      run={() => check(act, { role: chosen })}
    >
      {({ of }) => (
        <>
          <Select
            label="Role"
            required
            value={chosen}
            onChange={(event) => setRole(event.target.value)}
            error={of('parameters.role')}
            choices={roles.map(({ key }) => ({ value: key, label: key }))}
          />
          <Note>{roles.find(({ key }) => key === chosen)?.summary}</Note>
        </>
      )}
    </ActDialog>
  );
}

function FieldDialog({ act, check, onClose }: Props) {
  const fields = (useQuery(fieldDefinitions).data?.items ?? []).filter(
    ({ type, is_retired }) => !is_retired && type !== 'picture' && type !== 'several_choices',
  );
  const uses = useQuery(fieldUse).data?.items ?? [];
  const [key, setKey] = useState('');
  const [how, setHow] = useState<'mend' | 'set'>('mend');
  const [value, setValue] = useState('');
  const [mended, setMended] = useState<Record<string, string>>({});
  const field = fields.find((one) => one.key === key) ?? fields[0];
  const misfits = uses.find((one) => one.key === field?.key)?.misfits ?? [];
  const canMend = misfits.length > 0;
  const isMending = canMend && how === 'mend';
  // Each goes to what it most resembles, until somebody says otherwise.
  const becomes = ({ value: stored, likely }: { value: string; likely: string | null }) =>
    mended[stored] ?? likely ?? '';
  const values = Object.fromEntries(
    misfits.filter((one) => becomes(one) !== '').map((one) => [plain(one.value), becomes(one)]),
  );
  return (
    <ActDialog
      title="Set a field"
      act="Show what would change"
      asksWhy={false}
      onClose={onClose}
      run={() =>
        check(act, {
          field: field?.key ?? '',
          ...(isMending ? { values } : { value: typed(field?.type, value) }),
        })
      }
    >
      {({ of }) => (
        <>
          <Select
            label="Field"
            required
            value={field?.key ?? ''}
            onChange={(event) => {
              setKey(event.target.value);
              setValue('');
              setMended({});
            }}
            error={of('parameters.field') ?? of('parameters.values')}
            choices={fields.map((one) => ({ value: one.key, label: one.label }))}
          />
          {canMend ? (
            <Segments
              label="How"
              value={how}
              onChange={setHow}
              choices={[
                { value: 'mend', label: 'Mend what does not fit' },
                { value: 'set', label: 'One value for all' },
              ]}
            />
          ) : null}
          {isMending ? (
            <EditableTable
              label="What becomes of each value"
              rows={misfits}
              rowKey={(one) => one.value}
              rowName={(one) => plain(one.value)}
              columns={[
                {
                  key: 'now',
                  head: 'Now',
                  cell: (one) => (
                    <Text face="mono" size="small" tone="caution">
                      {withSpaces(plain(one.value))}
                    </Text>
                  ),
                },
                {
                  key: 'becomes',
                  head: 'Becomes',
                  cell: (one) => (
                    <SmallSelect
                      label={`${plain(one.value)} becomes`}
                      value={becomes(one)}
                      onChange={(event) => setMended({ ...mended, [one.value]: event.target.value })}
                      choices={[
                        { value: '', label: one.likely === null ? 'resembles none: left as it is' : 'left as it is' },
                        ...(field?.choices ?? []),
                      ]}
                    />
                  ),
                },
                { key: 'accounts', head: 'Held by', width: '72px', cell: (one) => one.accounts },
              ]}
            />
          ) : field !== undefined && field.choices.length > 0 ? (
            <Select
              label="Value"
              value={value}
              onChange={(event) => setValue(event.target.value)}
              error={of(`fields.${field.key}`)}
              choices={[{ value: '', label: 'none: take it away' }, ...field.choices]}
            />
          ) : (
            <TextField
              label="Value"
              help="Empty takes it away."
              value={value}
              onChange={(event) => setValue(event.target.value)}
              error={of(`fields.${field?.key ?? ''}`)}
            />
          )}
        </>
      )}
    </ActDialog>
  );
}

function MetadataDialog({ act, check, onClose }: Props) {
  const [kind, setKind] = useState<'internal' | 'own'>('internal');
  const [path, setPath] = useState('');
  const [value, setValue] = useState('');
  return (
    <ActDialog
      title="Set metadata"
      act="Show what would change"
      asksWhy={false}
      onClose={onClose}
      run={() => check(act, { key: `${kind}.${path.trim()}`, value: value === '' ? null : value })}
    >
      {({ of }) => (
        <>
          <Segments
            label="Document"
            value={kind}
            onChange={setKind}
            choices={[
              { value: 'internal', label: 'Internal' },
              { value: 'own', label: 'Own' },
            ]}
          />
          <TextField
            label="Key"
            help="Keys within each other are joined with dots."
            value={path}
            onChange={(event) => setPath(event.target.value)}
            error={of('parameters.key')}
          />
          <TextField
            label="Value"
            help="A text. Empty takes the key away."
            value={value}
            onChange={(event) => setValue(event.target.value)}
            error={of('parameters.value')}
          />
        </>
      )}
    </ActDialog>
  );
}

/** A stored value as people write it: the report has it as JSON. */
function plain(stored: string): string {
  const value: unknown = JSON.parse(stored);
  return typeof value === 'string' ? value : stored;
}

function typed(type: string | undefined, value: string): unknown {
  if (value === '') return null;
  if (type === 'number') return Number(value);
  return type === 'yes_no' ? value === 'yes' : value;
}
