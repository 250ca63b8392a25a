import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { TextArea } from '../../kit/Field';
import { LinkButton } from '../../kit/Link';
import { useToast } from '../../kit/Toast';
import { Note, Text } from '../../kit/Text';
import { counted } from '../../text/figures';
import { api, refresh } from '../api';
import { AccountPicker } from './AccountPicker';
import { AssignmentTerms, NO_TERMS, sent, type Terms } from './AssignmentTerms';

const MOST = 200;

/** Gives a role to accounts that are picked one by one, or pasted as addresses. Whoever cannot be given it is named, the others have it. */
export function AddHoldersDialog({ role, onClose }: { role: Schemas['Role']; onClose: () => void }) {
  const client = useQueryClient();
  const toast = useToast();
  const [terms, setTerms] = useState<Terms>(NO_TERMS);
  const [picked, setPicked] = useState<{ id: string; name: string }[]>([]);
  const [pasted, setPasted] = useState('');
  const [left, setLeft] = useState<{ who: string; why: string }[]>([]);
  const lines = [...new Set(pasted.split(/[\s,;]+/).filter((line) => line !== ''))];
  const give = async (reason: string) => {
    const refused: { who: string; why: string }[] = [];
    const found: { id: string; name: string }[] = [...picked];
    for (const line of lines.slice(0, MOST)) {
      const page = await answer(api.GET('/accounts', { params: { query: { q: line, limit: 2 } } }));
      const exact = page.items.find(({ email, id }) => email.toLowerCase() === line.toLowerCase() || id === line);
      if (exact === undefined) refused.push({ who: line, why: 'No account has this address.' });
      else if (!found.some(({ id }) => id === exact.id)) found.push(exact);
    }
    let given = 0;
    for (const account of found) {
      try {
        await answer(
          api.PUT('/accounts/{id}/roles/{key}', {
            params: { path: { id: account.id, key: role.key } },
            body: { ...sent(terms), reason },
          }),
        );
        given += 1;
      } catch (error) {
        const problem = error instanceof ApiError ? error.problem : undefined;
        const aboutAll = problem?.reasons?.find(
          ({ field }) => field === 'reason' || field === 'until' || field === 'app',
        );
        if (!(error instanceof ApiError) || aboutAll !== undefined) throw error;
        refused.push({ who: account.name, why: problem?.reasons?.[0]?.message ?? error.message });
      }
    }
    refresh(client);
    if (given > 0) toast(`${counted(given, 'account holds', 'accounts hold')} ${role.key}.`);
    setPicked([]);
    setPasted(lines.slice(MOST).join('\n'));
    setLeft(refused);
    return refused.length === 0 && lines.length <= MOST ? undefined : 'stays';
  };
  return (
    <ActDialog title={`Give the role ${role.key}`} act="Give the role" onClose={onClose} run={give}>
      {({ of }) => (
        <>
          <AccountPicker
            label="Whom"
            onChoose={({ id, name }) =>
              setPicked((before) => (before.some((one) => one.id === id) ? before : [...before, { id, name }]))
            }
          />
          {picked.map(({ id, name }) => (
            <p key={id}>
              <bdi>{name}</bdi>{' '}
              <LinkButton onClick={() => setPicked((before) => before.filter((one) => one.id !== id))}>
                leave out
              </LinkButton>
            </p>
          ))}
          <TextArea
            label="Or paste addresses"
            value={pasted}
            rows={3}
            help={`One a line, ${MOST} at a time.`}
            onChange={(event) => setPasted(event.target.value)}
          />
          {left.length === 0 ? null : (
            <div role="alert">
              <Text weight="strong">{counted(left.length, 'was left out', 'were left out')}:</Text>
              {left.map(({ who, why }) => (
                <p key={who}>
                  <bdi>{who}</bdi> <Note as="span">{why}</Note>
                </p>
              ))}
            </div>
          )}
          <AssignmentTerms role={role} terms={terms} onChange={setTerms} of={of} />
        </>
      )}
    </ActDialog>
  );
}
