import { Suspense, useState } from 'react';
import type { Schemas } from '../../api/client';
import { later } from '../../kit/later';
import { Row } from '../../kit/Layout';
import { LinkButton } from '../../kit/Link';
import { Text } from '../../kit/Text';
import { useMay } from '../api';
import { textOf, type Document, type MetadataKind } from './metadata';

const MetadataDialog = later(() => import('./MetadataDialog').then((module) => module.MetadataDialog));

const KINDS: readonly { kind: MetadataKind; label: string }[] = [
  { kind: 'own', label: 'Own metadata' },
  { kind: 'internal', label: 'Internal metadata' },
];

/** Both documents of free JSON, key by key, each with the way to edit it. */
export function Metadata({ account }: { account: Schemas['Account'] }) {
  const [editing, setEditing] = useState<MetadataKind | null>(null);
  const mayEdit = useMay()('kennel:accounts.manage') && account.status !== 'closed';
  return (
    <>
      {KINDS.map(({ kind, label }) => {
        const document = account.metadata[kind] as Document;
        return (
          <Row key={kind} label={label}>
            {Object.keys(document).length === 0 ? <Text tone="soft">none </Text> : null}
            {Object.entries(document).map(([key, value]) => (
              <div key={key}>
                <Text face="mono" size="small" tone="soft" className="wrap-anywhere">
                  {key}:
                </Text>{' '}
                <Text as="bdi" className="wrap-anywhere">
                  {textOf(value)}
                </Text>
              </div>
            ))}
            {mayEdit ? (
              <LinkButton onClick={() => setEditing(kind)} aria-label={`Edit ${label.toLowerCase()}`}>
                Edit…
              </LinkButton>
            ) : null}
          </Row>
        );
      })}
      {editing === null ? null : (
        <Suspense fallback={null}>
          <MetadataDialog account={account} kind={editing} onClose={() => setEditing(null)} />
        </Suspense>
      )}
    </>
  );
}
