import type { ComponentProps, ReactNode } from 'react';
import { DraftFigure, DraftState } from '../rules/Bench';
import { DraftBar } from '../rules/DraftBar';
import { DraftProvider } from '../rules/hand';
import { MailHead } from './MailHead';

/** A view of the mail station that is a part of the rule book: what is set stands upon the shared draft, which is published below. */
export function MailRules({
  label,
  tab,
  children,
}: {
  label: string;
  tab: ComponentProps<typeof MailHead>['tab'];
  children: ReactNode;
}) {
  return (
    <DraftProvider>
      <section className="flex h-full flex-col" aria-label={label}>
        <MailHead tab={tab} aside={<DraftFigure />} />
        <div className="min-h-0 flex-1 overflow-y-auto">
          <DraftState>{children}</DraftState>
        </div>
        <DraftBar />
      </section>
    </DraftProvider>
  );
}
