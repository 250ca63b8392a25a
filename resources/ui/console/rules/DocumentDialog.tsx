import { useState } from 'react';
import { ApiError } from '../../api/client';
import type { RuleBook } from '../../api/rules';
import { ActDialog } from '../../kit/ActDialog';
import { JsonEditor } from '../../kit/JsonEditor';
import { readObject } from '../../kit/readObject';
import { Note } from '../../kit/Text';
import { useToast } from '../../kit/Toast';
import { useHand } from './hand';
import type { Draft } from './useDraft';

/** The draft as the document it is: to paste a rule book from another Kennel, or to change in one go what stands on many screens. */
export function DocumentDialog({ draft, onClose }: { draft: Draft; onClose: () => void }) {
  const hand = useHand();
  const toast = useToast();
  // What it was when it was opened: a draft that somebody else changes meanwhile is not written over.
  const [opened] = useState(draft);
  const [opening] = useState(() => JSON.stringify(opened.document, null, 2));
  const [typed, setTyped] = useState(opening);
  const [mistake, setMistake] = useState<string | undefined>();
  const type = (text: string) => {
    setTyped(text);
    setMistake(undefined);
  };
  return (
    <ActDialog
      title="Edit the draft as JSON"
      act="Save draft"
      asksWhy={false}
      onClose={onClose}
      run={async () => {
        const read = readObject(typed);
        if ('mistake' in read) {
          setMistake(read.mistake);
          return 'stays';
        }
        try {
          await hand.write(opened, read.object as unknown as RuleBook);
        } catch (error) {
          const reason = error instanceof ApiError ? error.problem?.reasons[0] : undefined;
          if (reason?.code !== 'rules.mistake') throw error;
          setMistake(`${reason.field ?? ''}: ${reason.message}`);
          return 'stays';
        }
        toast('The draft was saved.', () => hand.replace(opened.document));
        return undefined;
      }}
    >
      <Note>
        Nothing counts until it is published. <code>php artisan kennel:rules export</code> writes the same document.
      </Note>
      <JsonEditor label="The draft" text={opening} onType={type} error={mistake} />
    </ActDialog>
  );
}
