import type { Schemas } from '../../api/client';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';

type Message = Schemas['Message'];

const WORDS: Record<Message['events'][number]['event'], string> = {
  held: 'Held by the stand-in',
  accepted: 'Accepted by the relay',
  refused: 'Not taken',
  given_up: 'Given up',
  bounced: 'Sent back',
  delayed: 'Delayed behind the relay',
  suppressed: 'Not sent',
  sent_again: 'Sent again',
  released: 'Address released',
  waiting: 'Waits: today’s messages are used up',
};

/** What became of a message, from the outbox on. */
export function Steps({ message }: { message: Message }) {
  return (
    <ol aria-label="What became of it" className="mb-2 space-y-0.5">
      <li className="flex justify-between gap-3">
        <Text size="small">Queued</Text>
        <When at={message.created_at} />
      </li>
      {message.events.map(({ event, said, at, next_at }) => (
        <li key={`${at} ${event}`} className="flex justify-between gap-3">
          <span className="min-w-0 wrap-anywhere">
            <Text size="small">{WORDS[event]}</Text>
            {said === null || said === message.last_error ? null : <Note as="span">: {said}</Note>}
            {next_at === null ||
            (event === 'waiting' ? message.state !== 'queued' : message.state !== 'retrying') ? null : (
              <Note as="span">
                {' '}
                · again <When at={next_at} />
              </Note>
            )}
          </span>
          <When at={at} />
        </li>
      ))}
    </ol>
  );
}
