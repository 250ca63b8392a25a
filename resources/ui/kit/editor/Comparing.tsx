import { unifiedMergeView } from '@codemirror/merge';
import { EditorState } from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { shared } from './setup';

/** Two texts as one: what is gone is struck through above what has come. What did not change is folded away. */
export function Comparing({ label, before, after }: { label: string; before: string; after: string }) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (place.current === null) return;
    const view = new EditorView({
      doc: after,
      parent: place.current,
      extensions: [
        shared(label),
        EditorState.readOnly.of(true),
        unifiedMergeView({
          original: before,
          mergeControls: false,
          gutter: true,
          collapseUnchanged: { margin: 3, minSize: 6 },
        }),
      ],
    });
    return () => view.destroy();
  }, [label, before, after]);
  return <div ref={place} className="h-full" />;
}
