import { type Schemas } from '../../api/client';
import { Notice } from '../../kit/Notice';
import { Text } from '../../kit/Text';
import { PageFrame, type Shown } from '../PageFrame';
import { w } from '../words';

/** An app sent its person here with something that is not registered: nobody is sent back, since nobody knows whose address that is. */
export function NotLetIn({ app }: { app: Schemas['App'] | Shown }) {
  // Anyone can write an address that leads here: of what stands in it only codes that are known are shown, in our words.
  const error = new URLSearchParams(window.location.hash.slice(1)).get('error') ?? '';
  const reasons: Record<string, string> = w.letIn.reasons;
  const reason = Object.hasOwn(reasons, error) ? reasons[error] : undefined;
  return (
    <PageFrame app={app} title={w.letIn.not}>
      <Notice tone="stop" role="alert">
        {error === 'temporarily_unavailable' ? w.letIn.notNow : w.letIn.notAbout}
      </Notice>
      {reason === undefined ? null : (
        <Text as="p" size="note" tone="soft" className="mt-5 wrap-anywhere">
          {w.letIn.forDevelopers} {error}. {reason}
        </Text>
      )}
    </PageFrame>
  );
}
