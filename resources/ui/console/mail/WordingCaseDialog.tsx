import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { TextArea, TextField } from '../../kit/Field';
import { useToast } from '../../kit/Toast';
import { api } from '../api';

/** What this message has to say, or must not, held against every draft from now on. */
export function WordingCaseDialog({ wordingKey, onClose }: { wordingKey: string; onClose: () => void }) {
  const client = useQueryClient();
  const toast = useToast();
  const [name, setName] = useState('');
  const [phrase, setPhrase] = useState('');
  return (
    <ActDialog
      title="Save a case of this message"
      act="Save the case"
      asksWhy={false}
      onClose={onClose}
      run={async () => {
        const { expected } = await answer(
          api.POST('/wordings/cases', { body: { case: name, key: wordingKey, phrase } }),
        );
        toast(expected.length === 0 ? 'Case saved: it says so.' : 'Case saved: it does not say so.');
        await client.invalidateQueries({ queryKey: ['cases'] });
        return undefined;
      }}
    >
      {({ of }) => (
        <>
          <TextField
            label="Name of the case"
            value={name}
            onChange={(event) => setName(event.target.value)}
            error={of('case')}
          />
          <TextArea
            label="Words to look for"
            value={phrase}
            onChange={(event) => setPhrase(event.target.value)}
            error={of('phrase')}
            help="Looked for in the subject and the text, with samples in the places of variables. What the draft has now, it says or not, is expected from now on."
          />
        </>
      )}
    </ActDialog>
  );
}
