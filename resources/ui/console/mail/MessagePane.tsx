import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { CloseLink } from '../../kit/Layout';
import { Notice } from '../../kit/Marks';
import { InlineLink, When } from '../../kit/Text';
import { api, refresh } from '../api';
import { Failure } from '../Failure';
import { MessageStateMark } from './MessageStateMark';

type Part = 'html' | 'text' | 'headers';

/** One message, as sent. */
export function MessagePane({ id, back }: { id: string; back: string }) {
  const message = useQuery({
    queryKey: ['message', id],
    queryFn: () => answer(api.GET('/messages/{id}', { params: { path: { id } } })),
    refetchInterval: 4000,
  });
  return (
    <section
      data-pane
      aria-label="One message"
      className="flex h-full w-[480px] shrink-0 flex-col border-l border-line px-4 pt-3 max-lg:w-full"
    >
      <Failure error={message.error} />
      {message.data === undefined ? null : <Open message={message.data} back={back} />}
    </section>
  );
}

function Open({ message, back }: { message: Schemas['Message']; back: string }) {
  const client = useQueryClient();
  const [part, setPart] = useState<Part>('html');
  const again = useMutation({
    mutationFn: () => answer(api.POST('/messages/{id}/send-again', { params: { path: { id: message.id } } })),
    onSuccess: () => refresh(client),
  });
  return (
    <>
      <header className="flex items-start justify-between gap-2">
        <h2 className="text-title font-bold">{message.subject}</h2>
        <CloseLink to={back} />
      </header>
      <p className="mt-0.5 mb-2">
        to <span className="font-mono text-small">{message.recipient}</span>, <When at={message.created_at} /> ·{' '}
        <MessageStateMark state={message.state} />
        {message.account_id === null ? null : (
          <>
            {' · '}
            <InlineLink to={`/accounts/${message.account_id}`}>its account</InlineLink>
          </>
        )}
      </p>
      {message.last_error === null ? null : (
        <div className="mb-2 space-y-2">
          <Notice tone="caution">
            After {message.attempts} {message.attempts === 1 ? 'attempt' : 'attempts'}: {message.last_error}
          </Notice>
          {message.state === 'failed' ? (
            <Button disabled={again.isPending} onClick={() => again.mutate()}>
              Send again
            </Button>
          ) : null}
          <Failure error={again.error} />
        </div>
      )}
      <div className="mb-2 flex items-center gap-3">
        <div className="inline-flex rounded-control border border-line-strong" role="group" aria-label="Part">
          {(['html', 'text', 'headers'] as const).map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={part === each}
              onClick={() => setPart(each)}
              className={`h-7 px-3 first:rounded-l-[5px] last:rounded-r-[5px] ${part === each ? 'bg-petrol text-on-petrol' : 'hover:bg-well'}`}
            >
              {{ html: 'HTML', text: 'Text', headers: 'Headers' }[each]}
            </button>
          ))}
        </div>
        {message.content_withheld ? (
          <span className="text-small text-ink-soft">its link is withheld: a relay has it</span>
        ) : (
          <a
            href={`/api/v1/messages/${message.id}/eml?surface=console`}
            download={`${message.id}.eml`}
            className="inline-flex h-7 items-center text-petrol underline underline-offset-2"
          >
            Download .eml
          </a>
        )}
      </div>
      <div className="mb-4 min-h-0 flex-1 overflow-auto rounded-[4px] border border-line bg-sheet">
        {part === 'html' ? (
          <iframe
            title="The message's HTML part"
            // The frame runs nothing; its links may open outside it.
            sandbox="allow-popups allow-popups-to-escape-sandbox"
            src={`/api/v1/messages/${message.id}/html?surface=console`}
            className="h-full w-full bg-white"
          />
        ) : null}
        {part === 'text' ? (
          <pre className="p-3 font-mono text-small wrap-anywhere whitespace-pre-wrap">{message.text}</pre>
        ) : null}
        {part === 'headers' ? (
          <dl className="p-3 font-mono text-small">
            {message.headers.map((header, index) => (
              <div key={index} className="mb-1 wrap-anywhere">
                <dt className="inline font-semibold">{header.name}:</dt> <dd className="inline">{header.value}</dd>
              </div>
            ))}
          </dl>
        ) : null}
      </div>
    </>
  );
}
