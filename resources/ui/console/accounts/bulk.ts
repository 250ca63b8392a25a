import type { Schemas } from '../../api/client';
import type { Labels } from './where';

export type BulkAct = Schemas['BulkAct'];
export type Act = BulkAct['act'];

interface Words {
  /** On the button that has it checked. */
  label: string;
  permission: string;
  /** What it does, before "25 accounts". */
  verb: string;
  kind: 'act' | 'stop';
  /** What each account feels of it. */
  means: string;
}

export const ACTS: Record<Act, Words> = {
  suspend: {
    label: 'Suspend…',
    permission: 'kennel:accounts.manage',
    verb: 'Suspend',
    kind: 'stop',
    means: 'They cannot sign in until restored, every session ends at once, and each holder is told by mail.',
  },
  restore: {
    label: 'Restore…',
    permission: 'kennel:accounts.manage',
    verb: 'Restore',
    kind: 'act',
    means: 'They can sign in again, and each holder is told by mail. Sessions that were ended stay ended.',
  },
  close: {
    label: 'Close…',
    permission: 'kennel:accounts.manage',
    verb: 'Close',
    kind: 'stop',
    means: 'They cannot sign in, every session and mailed link ends, and each holder is told by mail.',
  },
  reopen: {
    label: 'Reopen…',
    permission: 'kennel:accounts.manage',
    verb: 'Reopen',
    kind: 'act',
    means: 'They can sign in again, and each holder is told by mail.',
  },
  require_password: {
    label: 'Require a new password…',
    permission: 'kennel:accounts.manage',
    verb: 'Require a new password of',
    kind: 'act',
    means: 'After their next sign-in they have limited access until they have chosen another password.',
  },
  sign_out: {
    label: 'Sign out…',
    permission: 'kennel:sessions.end',
    verb: 'Sign out',
    kind: 'act',
    means: 'Every session ends. They can sign in again with the same password.',
  },
  verify: {
    label: 'Take as verified…',
    permission: 'kennel:accounts.manage',
    verb: 'Take as verified the addresses of',
    kind: 'act',
    means: 'You vouch that each address belongs to whoever knows the account’s password.',
  },
  resend: {
    label: 'Resend the link…',
    permission: 'kennel:messages.send',
    verb: 'Resend the verification link to',
    kind: 'act',
    means: 'Each gets a new message; earlier links no longer work.',
  },
  give_role: {
    label: 'Give a role…',
    permission: 'kennel:roles.give',
    verb: 'Give a role to',
    kind: 'act',
    means: 'It counts from their next request on.',
  },
  take_role: {
    label: 'Take a role…',
    permission: 'kennel:roles.give',
    verb: 'Take a role from',
    kind: 'act',
    means: 'It counts from their next request on.',
  },
  set_field: {
    label: 'Set a field…',
    permission: 'kennel:accounts.manage',
    verb: 'Set a field of',
    kind: 'act',
    means: 'The other fields stay as they are.',
  },
  set_metadata: {
    label: 'Set metadata…',
    permission: 'kennel:accounts.manage',
    verb: 'Set a key of the metadata of',
    kind: 'act',
    means: 'The other keys stay as they are.',
  },
};

/** The order of the buttons. */
export const ORDER: readonly Act[] = [
  'suspend',
  'restore',
  'close',
  'reopen',
  'require_password',
  'sign_out',
  'verify',
  'resend',
  'give_role',
  'take_role',
  'set_field',
  'set_metadata',
];

/** What such a run is about, with what it sets. */
export function titleOf({ act, parameters, undo_of }: BulkAct, labels: Labels): string {
  const { verb } = ACTS[act];
  const set = parameters as { role?: string; field?: string; key?: string };
  const what = set.role ?? (set.field === undefined ? set.key : (labels.fields.get(set.field)?.label ?? set.field));
  const said = what === undefined ? verb : verb.replace(/a role|a field|a key of the metadata/, `“${what}”`);
  return undo_of === null ? said : `Undo: ${said.charAt(0).toLowerCase()}${said.slice(1)}`;
}
