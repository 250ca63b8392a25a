import { type Schemas } from '../../api/client';
import { Notice } from '../../kit/Notice';
import { Text } from '../../kit/Text';
import { PageFrame, type Shown } from '../PageFrame';
import { w } from '../words';

/** An app sent its person here with something that is not registered: nobody is sent back, since nobody knows whose address that is. */
export function NotLetIn({ app }: { app: Schemas['App'] | Shown }) {
  const given = new URLSearchParams(window.location.hash.slice(1));
  return (
    <PageFrame app={app} title={w.letIn.not}>
      <Notice tone="stop" role="alert">
        {given.get('error') === 'temporarily_unavailable' ? w.letIn.notNow : w.letIn.notAbout}
      </Notice>
      <Text as="p" size="note" tone="soft" className="mt-5 wrap-anywhere">
        {w.letIn.forDevelopers} {given.get('error')}: {given.get('why')}
      </Text>
    </PageFrame>
  );
}
