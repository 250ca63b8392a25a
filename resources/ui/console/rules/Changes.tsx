import type { Draft } from './useDraft';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';

/** A readable diff: each rule by its path, before and after. */
export function Changes({ changes }: { changes: Draft['changes'] }) {
  if (changes.length === 0)
    return (
      <Text as="p" tone="soft">
        Nothing differs.
      </Text>
    );
  return (
    <dl>
      {changes.map((change) => (
        <Surface edge="top" key={change.path} className="py-1.5">
          <Text as="dt" face="mono" size="small" tone="soft" className="wrap-anywhere">
            {change.path}
          </Text>
          <dd className="grid grid-cols-[14px_minmax(0,1fr)] wrap-anywhere">
            <Text tone="stop" aria-label="before">
              −
            </Text>
            <Text as="del">{inShort(change.before)}</Text>
            <Text tone="good" aria-label="after">
              +
            </Text>
            <Text as="ins" weight="strong">
              {inShort(change.after)}
            </Text>
          </dd>
        </Surface>
      ))}
    </dl>
  );
}

function inShort(value: unknown): string {
  if (value === null || value === undefined) return 'nothing';
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text === '' ? 'empty' : text.length > 240 ? `${text.slice(0, 240)}…` : text;
}
