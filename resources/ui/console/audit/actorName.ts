import type { Schemas } from '../../api/client';

/** Who did it, as a list says it: the account's own holder is not named a second time. */
export function actorName(event: Schemas['AuditEvent']): string {
  return event.actor.id !== null && event.actor.id === event.account?.id ? 'the holder' : event.actor.name;
}
