import { Suspense, useState } from 'react';
import type { Schemas } from '../../api/client';
import { later } from '../../kit/later';
import { Row } from '../../kit/Layout';
import { InlineLink, LinkButton } from '../../kit/Link';
import { Note, Text } from '../../kit/Text';
import { Day } from '../../kit/Time';
import { useMay } from '../api';

const RoleBoxesDialog = later(() => import('../roles/RoleBoxesDialog').then((module) => module.RoleBoxesDialog));

/** The roles an account holds, who gave them and until when; and the ways to change them, and to ask why. */
export function AccountRoles({ account }: { account: Schemas['Account'] }) {
  const may = useMay();
  const [isOpen, setIsOpen] = useState(false);
  return (
    <Row label="Roles">
      {account.roles.length === 0 ? 'none' : null}
      {account.roles.map((role) => (
        <span key={role.role} className="block">
          {may('kennel:roles.read') ? <InlineLink to={`/roles/all/${role.role}`}>{role.role}</InlineLink> : role.role}{' '}
          <Text tone="soft">{role.why}</Text>
          {role.until === null && role.app === null ? null : (
            <Note as="span">
              {role.until === null ? '' : ' until '}
              {role.until === null ? null : <Day at={role.until} />}
              {role.app === null ? '' : ` for ${role.app}`}
            </Note>
          )}
        </span>
      ))}
      {may('kennel:roles.read') ? (
        <span className="flex gap-3">
          <LinkButton onClick={() => setIsOpen(true)}>Give or take…</LinkButton>
          <InlineLink to={`/roles/why?account=${account.id}`}>Why…</InlineLink>
        </span>
      ) : null}
      {isOpen ? (
        <Suspense fallback={null}>
          <RoleBoxesDialog account={account} onClose={() => setIsOpen(false)} />
        </Suspense>
      ) : null}
    </Row>
  );
}
