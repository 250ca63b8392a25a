import type { Schemas } from '../../api/client';
import { pagePath } from '../api';
import { PageFrame } from '../PageFrame';
import { longDate, w } from '../words';
import { PageLink } from '../../kit/Page';

export function Terms({ app }: { app: Schemas['App'] }) {
  return (
    <PageFrame app={app} title={app.terms === null ? w.terms.none : w.terms.title(longDate(app.terms.version))}>
      <TermsText text={app.terms?.text ?? ''} />
      <p className="mt-5">
        <PageLink href={pagePath('sign-in')}>{w.links.toSignIn}</PageLink>
      </p>
    </PageFrame>
  );
}

/** Plain words; an empty line begins a paragraph. */
export function TermsText({ text }: { text: string }) {
  return (
    <div className="space-y-3">
      {text.split(/\n{2,}/).map((paragraph, index) => (
        <p key={index} className="whitespace-pre-line">
          {paragraph}
        </p>
      ))}
    </div>
  );
}
