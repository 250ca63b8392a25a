import type { RuleBook } from '../../api/rules';

export type Listed = RuleBook['disclosure']['fields'][number];
export type Grant = Listed['grants'][number];

export interface Audience {
  key: string;
  name: string;
  kind: 'public' | 'accounts' | 'holder' | 'app' | 'operators';
}

/** Everybody who could be handed something, in the order of how many they are. */
export function audiencesOf(document: RuleBook): Audience[] {
  return [
    { key: 'public', name: 'Everybody', kind: 'public' },
    ...document.apps.map(({ key, look }): Audience => ({
      key: `accounts:${key}`,
      name: `Accounts of ${look.name}`,
      kind: 'accounts',
    })),
    ...document.apps.map(({ key, look }): Audience => ({ key: `app:${key}`, name: look.name, kind: 'app' })),
    { key: 'operators', name: 'Operators', kind: 'operators' },
    { key: 'holder', name: 'The holder', kind: 'holder' },
  ];
}

/** The entry that counts for a field: its own, or that of the rest of its kind of metadata. */
export function listingOf(document: RuleBook, field: string): { listed: Listed; isOwn: boolean } | null {
  const own = document.disclosure.fields.find(({ key }) => key === field);
  if (own !== undefined) return { listed: own, isOwn: true };
  const kind = /^(own|internal):/.exec(field)?.[1];
  const rest = document.disclosure.fields.find(({ key }) => kind !== undefined && key === `${kind}:*`);
  return rest === undefined ? null : { listed: rest, isOwn: false };
}

/** What every account has is theirs without being listed. */
export const hasAnyhow = (origin: string, kind: Audience['kind']): boolean =>
  origin === 'built_in' && (kind === 'operators' || kind === 'holder');

/** With one grant more, changed or gone; a field that followed the rest gets an entry of its own. */
export function withGrant(document: RuleBook, field: string, audience: string, grant: Grant | null): Listed {
  const grants = (listingOf(document, field)?.listed.grants ?? []).filter(({ key }) => key !== audience);
  return { key: field, grants: grant === null ? grants : [...grants, grant] };
}
