import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { CodeBlock } from '../../kit/CodeBlock';
import { Failure } from '../../kit/Failure';
import { Frame } from '../../kit/Frame';
import { Pane, PaneHead } from '../../kit/Layout';
import { InlineLink, PlainLink } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { QueryState } from '../../kit/QueryState';
import { Segments } from '../../kit/Segments';
import { Copy } from '../../kit/Copy';
import { counted } from '../../text/figures';
import { Note } from '../../kit/Text';
import { When } from '../../kit/Time';
import { api, refresh, useMay } from '../api';
import { MessageStateMark } from './MessageStateMark';
import { Steps } from './Steps';
import { inParts } from './TextDialog';

const PARTS = [
  { value: 'html', label: 'HTML' },
  { value: 'text', label: 'Text' },
  { value: 'headers', label: 'Headers' },
] as const;
type Part = (typeof PARTS)[number]['value'];

/** Where a message is: worked out from its state, never from how Kennel happens to be set up. */
const WHERE: Record<Schemas['MessageState'], string> = {
  queued: 'It waits for the mail worker.',
  sending: 'It is being handed to the relay.',
  retrying: 'The relay did not take it; it is tried again by itself.',
  held: 'The built-in stand-in holds it: no relay is set.',
  sent: 'The relay has taken it.',
  failed: 'It was given up.',
  bounced: 'The relay took it, and the server behind it sent it back.',
  suppressed: 'It was not sent: an earlier message to this address bounced.',
};

const LOST: readonly Schemas['MessageState'][] = ['failed', 'bounced', 'suppressed'];

/** One message, as sent. */
export function MessagePane({ id, back }: { id: string; back: string }) {
  const message = useQuery({
    queryKey: ['message', id],
    queryFn: ({ signal }) => answer(api.GET('/messages/{id}', { params: { path: { id } }, signal })),
    refetchInterval: 4000,
  });
  return (
    <Pane label="One message" back={back} isFilling>
      <QueryState of={message} what="the message">
        {message.data === undefined ? null : <Open message={message.data} back={back} />}
      </QueryState>
    </Pane>
  );
}

function Open({ message, back }: { message: Schemas['Message']; back: string }) {
  const client = useQueryClient();
  const may = useMay();
  const [search, setSearch] = useSearchParams();
  const part: Part = message.channel === 'text' ? 'text' : ((search.get('part') ?? 'html') as Part);
  const show = (next: Part) =>
    setSearch(
      (before) => {
        before.set('part', next);
        return before;
      },
      { replace: true },
    );
  const again = useMutation({
    mutationFn: () => answer(api.POST('/messages/{id}/send-again', { params: { path: { id: message.id } } })),
    onSuccess: () => refresh(client),
  });
  const release = useMutation({
    mutationFn: () => answer(api.POST('/messages/{id}/release', { params: { path: { id: message.id } } })),
    onSuccess: () => refresh(client),
  });
  return (
    <>
      <PaneHead back={back}>
        <bdi>{message.subject}</bdi>
      </PaneHead>
      <p className="flex flex-wrap items-center gap-x-2">
        to <Copy text={message.recipient} label="the address" />
        {message.account_id === null ? null : (
          <InlineLink to={`/accounts/${message.account_id}`}>Open the account</InlineLink>
        )}
        <InlineLink to={`/mail?to=${encodeURIComponent(message.recipient)}`}>Everything sent there</InlineLink>
      </p>
      <p className="mb-2 flex flex-wrap items-center gap-x-2">
        <MessageStateMark state={message.state} /> <When at={message.created_at} />
        <Note as="span">{WHERE[message.state]}</Note>
      </p>
      {message.last_error === null ? null : (
        <div className="mb-2 space-y-2">
          <Notice tone="caution">
            {message.attempts === 0 ? null : `After ${counted(message.attempts, 'attempt', 'attempts')}: `}
            {message.last_error}
          </Notice>
          {LOST.includes(message.state) && message.suppressed_since === null ? (
            <Button aria-disabled={again.isPending} onClick={() => (again.isPending ? undefined : again.mutate())}>
              Send message again
            </Button>
          ) : null}
          <Failure error={again.error} />
        </div>
      )}
      {message.suppressed_since === null ? null : (
        <div className="mb-2 space-y-2">
          <Note>
            Nothing is sent to this address since <When at={message.suppressed_since} />. Ask the holder for another
            one; if it works again, release it.
          </Note>
          {may('kennel:messages.send') ? (
            <Button
              aria-disabled={release.isPending}
              onClick={() => (release.isPending ? undefined : release.mutate())}
            >
              Release the address
            </Button>
          ) : null}
          <Failure error={release.error} />
        </div>
      )}
      <Steps message={message} />
      <div className="mb-2 flex flex-wrap items-center gap-3">
        {message.channel === 'text' ? (
          <Note as="span">{message.parts === null ? '' : inParts(message.parts)}</Note>
        ) : (
          <Segments label="Part" value={part} onChange={show} choices={PARTS} />
        )}
        {message.channel === 'text' ? null : message.content_withheld ? (
          <Note as="span">its link is withheld: a relay has it</Note>
        ) : (
          <PlainLink href={`/api/v1/messages/${message.id}/eml?surface=console`} download={`${message.id}.eml`}>
            Download .eml
          </PlainLink>
        )}
      </div>
      <div className="mb-4 min-h-0 flex-1 overflow-auto">
        {part === 'html' ? (
          <Frame
            title="The message’s HTML part"
            // The frame runs nothing; its links may open outside it.
            sandbox="allow-popups allow-popups-to-escape-sandbox"
            src={`/api/v1/messages/${message.id}/html?surface=console`}
            className="h-full w-full"
          />
        ) : null}
        {part === 'text' ? (
          <CodeBlock label="The message’s text part" fills wraps>
            {message.text}
          </CodeBlock>
        ) : null}
        {part === 'headers' ? (
          <CodeBlock label="The message’s headers" fills wraps>
            {message.headers.map(({ name, value }) => `${name}: ${value}`).join('\n')}
          </CodeBlock>
        ) : null}
      </div>
    </>
  );
}
