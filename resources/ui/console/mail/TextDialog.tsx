import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answer } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { TextArea, TextField } from '../../kit/Field';
import { useSettled } from '../../kit/useSettled';
import { counted, grouped } from '../../text/figures';
import type { Schemas } from '../../api/client';
import { api, refresh } from '../api';

/** A text message to a telephone, to try the way they go. */
export function TextDialog({ onClose }: { onClose: () => void }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [to, setTo] = useState('');
  const [text, setText] = useState('');
  const settled = useSettled(text, 200);
  const parts = useQuery({
    queryKey: ['texts', 'count', settled],
    queryFn: ({ signal }) => answer(api.POST('/texts/count', { signal, body: { text: settled } })),
    placeholderData: (before) => before,
  }).data;
  return (
    <ActDialog
      title="Try a text message"
      act="Send the text"
      asksWhy={false}
      onClose={onClose}
      run={async () => {
        const sent = await answer(api.POST('/texts', { body: { to, text } }));
        refresh(client);
        void navigate(`/mail/${sent.id}`);
        return undefined;
      }}
    >
      {({ of }) => (
        <>
          <TextField
            label="Telephone"
            type="tel"
            autoComplete="off"
            value={to}
            onChange={(event) => setTo(event.target.value)}
            error={of('to')}
            help="With its country, as in +47 21 93 00 00."
          />
          <TextArea
            label="Text"
            rows={4}
            value={text}
            onChange={(event) => setText(event.target.value)}
            error={of('text')}
            help={parts === undefined ? '' : inParts(parts)}
          />
        </>
      )}
    </ActDialog>
  );
}

/** "1 part, 45 of 160 characters of GSM 7-bit". */
export function inParts({ alphabet, units, parts, left }: Schemas['TextParts']): string {
  const name = alphabet === 'gsm7' ? 'GSM 7-bit' : 'UCS-2';
  return `${counted(parts, 'part', 'parts')}: ${grouped(units)} in ${name}, ${grouped(left)} left in the last.`;
}
