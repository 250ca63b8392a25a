import { type Schemas } from '../../api/client';
import { Text } from '../../kit/Text';
import { w } from '../words';

const STANDARD = w.letIn.scopes as Record<string, string>;

/** What a scope lets an app do, a line each: in the app's words, or in ours where a standard gives it its meaning. */
export function ScopeList({ scope, title }: { scope: readonly Schemas['ScopeWord'][]; title: string }) {
  return (
    <section aria-label={title}>
      <Text as="h2" weight="strong">
        {title}
      </Text>
      <ul className="mt-1 list-disc space-y-1 ps-5">
        {scope.map(({ scope: word, about }) => (
          <li key={word} className="wrap-anywhere">
            {about ?? STANDARD[word] ?? word}
          </li>
        ))}
      </ul>
    </section>
  );
}
