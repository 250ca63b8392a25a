import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../resources/ui/api/client';
import { differences } from '../../resources/ui/console/accounts/differences';

const account = (change: Partial<Schemas['Account']> = {}) =>
  ({
    name: 'Tam',
    email: 'tam@post.example',
    status: 'active',
    email_proven_at: null,
    terms_version: null,
    password_kind: 'bcrypt 10',
    metadata: { own: {}, internal: {} },
    roles: [],
    owed: [],
    fields: [{ key: 'reach', label: 'Home reach', shown: 'Mill Reach' }],
    ...change,
  }) as unknown as Schemas['Account'];

describe('what somebody else changed of an account', () => {
  it('is named with both values, and nothing else is', () => {
    expect(differences(account(), account())).toEqual([]);
    expect(differences(account(), account({ status: 'suspended', email_proven_at: '2026-01-01T00:00:00Z' }))).toEqual([
      { what: 'Status', before: 'active', after: 'suspended' },
      { what: 'Address verified', before: 'no', after: 'yes' },
    ]);
  });

  it('counts fields that came, went or changed', () => {
    const without = account({ fields: [] });
    expect(differences(account(), without)).toEqual([{ what: 'Home reach', before: 'Mill Reach', after: 'empty' }]);
    expect(differences(without, account())).toEqual([{ what: 'Home reach', before: 'empty', after: 'Mill Reach' }]);
  });
});
