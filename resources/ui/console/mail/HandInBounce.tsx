import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { answer } from '../../api/client';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { Notice } from '../../kit/Notice';
import { api, refresh } from '../api';

/** A report that came back, as a file: what a mail server would hand in by itself. */
export function HandInBounce() {
  const client = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const hand = useMutation({
    mutationFn: async (file: File) => {
      const source = await file.text();
      return answer(
        api.POST('/bounces', {
          body: source,
          bodySerializer: (text) => text,
          headers: { 'Content-Type': 'message/rfc822' },
        }),
      );
    },
    onSuccess: () => refresh(client),
  });
  return (
    <div className="min-w-0 space-y-2">
      <input
        ref={input}
        type="file"
        accept=".eml,message/rfc822,text/plain"
        aria-label="A bounce report"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file !== undefined) hand.mutate(file);
          event.target.value = '';
        }}
      />
      <Button size="small" onClick={() => input.current?.click()}>
        Hand in a bounce report…
      </Button>
      <Failure error={hand.error} />
      {hand.data?.items.map(({ message, recipient, action, status, suppressed }) => (
        <Notice key={message} tone="good">
          <bdi>{recipient}</bdi>: {action} ({status}).
          {suppressed ? ' Nothing is sent to the address from now on.' : ''}
        </Notice>
      ))}
    </div>
  );
}
