import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { useToast } from '../../kit/Toast';
import { Text } from '../../kit/Text';
import { api, refresh } from '../api';
import { AssignmentTerms, NO_TERMS, sent, type Terms } from './AssignmentTerms';

/** Gives one account one role: for good, or until a day. */
export function GiveRoleDialog({
  account,
  role,
  adds,
  above = false,
  onClose,
}: {
  account: { id: string; name: string };
  role: { key: string; app: string | null };
  adds: readonly string[];
  above?: boolean;
  onClose: () => void;
}) {
  const client = useQueryClient();
  const toast = useToast();
  const [terms, setTerms] = useState<Terms>(NO_TERMS);
  return (
    <ActDialog
      title={
        <>
          Give <bdi>{account.name}</bdi> the role {role.key}
        </>
      }
      act="Give the role"
      above={above}
      onClose={onClose}
      run={async (reason) => {
        await answer(
          api.PUT('/accounts/{id}/roles/{key}', {
            params: { path: { id: account.id, key: role.key } },
            body: { ...sent(terms), reason },
          }),
        );
        toast(`${account.name} holds ${role.key}.`);
        refresh(client);
      }}
    >
      {({ of }) => (
        <>
          <p>
            {adds.length === 0 ? 'It adds nothing to what they may do already.' : 'It adds '}
            <Text face="mono" size="small">
              {adds.join(', ')}
            </Text>
          </p>
          <Text as="p" tone="stop">
            {of('role') ?? of('roles')}
          </Text>
          <AssignmentTerms role={role} terms={terms} onChange={setTerms} of={of} />
        </>
      )}
    </ActDialog>
  );
}
