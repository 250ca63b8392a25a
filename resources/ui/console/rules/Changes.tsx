import type { Draft } from './useDraft';

/** A readable diff: each rule by its path, before and after. */
export function Changes({ changes }: { changes: Draft['changes'] }) {
  if (changes.length === 0) return <p className="text-ink-soft">Nothing differs.</p>;
  return (
    <dl>
      {changes.map((change) => (
        <div key={change.path} className="border-t border-line py-1.5">
          <dt className="font-mono text-small wrap-anywhere text-ink-soft">{change.path}</dt>
          <dd className="grid grid-cols-[14px_minmax(0,1fr)] wrap-anywhere">
            <span className="text-brick" aria-label="before">
              −
            </span>
            <del className="no-underline">{inShort(change.before)}</del>
            <span className="text-moss" aria-label="after">
              +
            </span>
            <ins className="font-semibold no-underline">{inShort(change.after)}</ins>
          </dd>
        </div>
      ))}
    </dl>
  );
}

function inShort(value: unknown): string {
  if (value === null || value === undefined) return 'nothing';
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text === '' ? 'empty' : text.length > 240 ? `${text.slice(0, 240)}…` : text;
}
