import type { Schemas } from '../../api/client';
import { Notice } from '../../kit/Notice';
import { Quoted } from '../../kit/Page';
import { Text } from '../../kit/Text';
import { w } from '../words';

export type Found = Schemas['InvitationFound'];

/** Who invites, in what words, as what, and for how long. */
export function Offer({ found }: { found: Found }) {
  const day = new Intl.DateTimeFormat(document.documentElement.lang === 'de' ? 'de' : 'en-GB', {
    dateStyle: 'long',
  }).format(new Date(found.expires_at));
  return (
    <div className="mb-5 space-y-3">
      <p>
        <bdi className="wrap-anywhere">{w.invited.by(found.inviter)}</bdi>
        {found.roles.length === 0 ? '' : ` ${w.invited.as(found.roles.join(', '))}`}
      </p>
      {found.words === '' ? null : <Quoted>{found.words}</Quoted>}
      {found.lost.length === 0 ? null : <Notice tone="caution">{w.invited.lost(found.lost.join(', '))}</Notice>}
      <Text as="p" size="note" tone="soft">
        {w.invited.until(day)}
      </Text>
    </div>
  );
}
