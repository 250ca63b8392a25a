import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Checkbox, PasswordField, Select, TextField } from '../../kit/Field';
import { FieldBox } from '../../kit/FieldBox';
import { Note, Text } from '../../kit/Text';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import { app as appQuery, fieldDefinitions } from '../queries';
import { AccountActDialog } from './AccountActDialog';

type Account = Schemas['Account'];
type Status = Account['status'];

/** What each status can be changed to by hand; verifying is an act of its own. */
const REACHED: Record<Status, readonly Status[]> = {
  pending: ['pending', 'suspended', 'closed'],
  active: ['active', 'suspended', 'closed'],
  suspended: ['suspended', 'active', 'closed'],
  closed: ['closed', 'active'],
};

/** One form for an account, prefilled; what it would change is listed before it is saved. */
export function EditDialog({ account, onClose }: { account: Account; onClose: () => void }) {
  const toast = useToast();
  // As it was when the dialog opened: what somebody else changes meanwhile is shown, and only what was typed here is sent.
  const [opened] = useState(account);
  const [name, setName] = useState(opened.name);
  const [email, setEmail] = useState(opened.email);
  const [isVouchedFor, setVouchedFor] = useState(false);
  const [status, setStatus] = useState<Status>(opened.status);
  const [password, setPassword] = useState('');
  const [mustChange, setMustChange] = useState(true);
  const [fields, setFields] = useState<Record<string, unknown>>({});
  const handed = useQuery(fieldDefinitions).data?.items ?? [];
  // What is not handed to whoever edits stays as it is.
  const asked = (useQuery(appQuery(opened.app)).data?.fields ?? []).filter(
    (field) => field.type !== 'picture' && handed.some(({ key }) => key === field.key),
  );
  const heldOf = (key: string) => opened.fields.find((field) => field.key === key);
  const isReaddressed = email.trim() !== opened.email;
  const changes: [string, string, string][] = [
    ...(name.trim() === opened.name ? [] : [['Name', opened.name, name.trim()] as [string, string, string]]),
    ...(isReaddressed
      ? [
          ['Address', opened.email, `${email.trim()}, ${isVouchedFor ? 'verified' : 'to be verified'}`] as [
            string,
            string,
            string,
          ],
        ]
      : []),
    ...(status === opened.status ? [] : [['Status', opened.status, status] as [string, string, string]]),
    ...(password === ''
      ? []
      : [['Password', 'the present one', 'the one typed here; every session ends'] as [string, string, string]]),
    ...asked
      .filter(({ key }) => key in fields)
      .map(({ key, label }) => [label, heldOf(key)?.shown ?? 'none', shown(fields[key])] as [string, string, string]),
  ];
  return (
    <AccountActDialog
      account={account}
      title={
        <>
          Edit <bdi>{opened.name}</bdi>
        </>
      }
      act="Save account"
      onClose={onClose}
      run={(params, reason) =>
        answer(
          api.PATCH('/accounts/{id}', {
            params,
            body: {
              reason,
              ...(name.trim() === opened.name ? {} : { name }),
              ...(isReaddressed ? { email: email.trim(), verified: isVouchedFor } : {}),
              ...(status === opened.status ? {} : { status }),
              ...(password === '' ? {} : { password, must_change: mustChange }),
              ...(Object.keys(fields).length === 0 ? {} : { fields }),
            },
          }),
        ).then(() => toast(`${name.trim()} was saved.`))
      }
    >
      {({ of }) => (
        <>
          <TextField
            label="Name"
            autoComplete="off"
            value={name}
            onChange={(event) => setName(event.target.value)}
            error={of('name')}
          />
          <TextField
            label="E-mail address"
            type="email"
            autoComplete="off"
            spellCheck={false}
            value={email}
            onChange={(event) => setEmail(event.target.value)}
            error={of('email')}
          />
          {isReaddressed ? (
            <>
              <Checkbox
                label="I know that the new address is theirs"
                checked={isVouchedFor}
                onChange={(event) => setVouchedFor(event.target.checked)}
              />
              <Note>
                {isVouchedFor
                  ? 'Both addresses are told.'
                  : 'Both addresses are told. Until the link in the message to the new one is opened, access is limited.'}
              </Note>
            </>
          ) : null}
          <Select
            label="Status"
            value={status}
            onChange={(event) => setStatus(event.target.value as Status)}
            error={of('status')}
            choices={REACHED[opened.status].map((value) => ({ value, label: value }))}
          />
          {asked.map((field) => (
            <FieldBox
              key={field.key}
              large={false}
              field={field.required === 'never' ? field : { ...field, help: `${field.help} The app requires it.` }}
              value={field.key in fields ? fields[field.key] : heldOf(field.key)?.value}
              error={
                of(`fields.${field.key}`) ??
                (field.key in fields ? undefined : (heldOf(field.key)?.misfit ?? undefined))
              }
              onChange={(value) => setFields({ ...fields, [field.key]: value })}
            />
          ))}
          <PasswordField
            label="New password"
            help="Left empty, the password stays as it is."
            autoComplete="off"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            error={of('password')}
          />
          {password === '' ? null : (
            <Checkbox
              label="It must be changed at the next sign-in"
              checked={mustChange}
              onChange={(event) => setMustChange(event.target.checked)}
            />
          )}
          <div role="status">
            <Text as="p" weight="strong">
              What will change
            </Text>
            {changes.length === 0 ? <Note>Nothing.</Note> : null}
            <ul>
              {changes.map(([what, before, after]) => (
                <li key={what} className="wrap-anywhere">
                  {what}: <bdi>{before}</bdi> →{' '}
                  <strong>
                    <bdi>{after}</bdi>
                  </strong>
                </li>
              ))}
            </ul>
          </div>
        </>
      )}
    </AccountActDialog>
  );
}

function shown(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'none';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return Array.isArray(value) ? value.join(', ') : String(value);
}
