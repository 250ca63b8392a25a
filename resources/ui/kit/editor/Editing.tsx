import { jsonParseLinter } from '@codemirror/lang-json';
import { linter, lintGutter } from '@codemirror/lint';
import { EditorView } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { shared } from './setup';

/** JSON while it is written. It begins with what it is given, and is its writer's from then on. */
export function Editing({ label, text, onType }: { label: string; text: string; onType: (text: string) => void }) {
  const place = useRef<HTMLDivElement>(null);
  const first = useRef(text);
  const told = useRef(onType);
  useEffect(() => {
    told.current = onType;
  });
  useEffect(() => {
    if (place.current === null) return;
    const view = new EditorView({
      doc: first.current,
      parent: place.current,
      extensions: [
        shared(label),
        lintGutter(),
        linter(jsonParseLinter()),
        EditorView.updateListener.of((update) => {
          if (update.docChanged) told.current(update.state.doc.toString());
        }),
      ],
    });
    return () => view.destroy();
  }, [label]);
  return <div ref={place} className="h-full" />;
}
