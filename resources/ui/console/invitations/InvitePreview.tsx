import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { CodeBlock } from '../../kit/CodeBlock';
import { Failure } from '../../kit/Failure';
import { WrittenFrame } from '../../kit/Frame';
import { Segments } from '../../kit/Segments';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { useSettled } from '../../kit/useSettled';
import { api } from '../api';
import { useQuestion } from '../useQuestion';
import { sentRows, type TypedRow } from './list';

const VIEWS = [
  { value: '375', label: 'Phone' },
  { value: '640', label: 'Desktop' },
  { value: 'text', label: 'Text' },
] as const;

/** The very message that somebody on the list gets. */
export function InvitePreview({
  body,
  row,
}: {
  body: { app: string; roles: string[]; language: string; way: 'link' | 'temporary'; words: string; until: string };
  row: TypedRow | undefined;
}) {
  const [{ view }, set] = useQuestion('view');
  const shown = VIEWS.find(({ value }) => value === view)?.value ?? '375';
  // To the minute, or it would be asked for at every stroke.
  const asked = useSettled(
    JSON.stringify({
      ...body,
      until: `${body.until.slice(0, 16)}:00Z`,
      rows: row === undefined ? [] : sentRows([row]),
      scheme: 'light',
    }),
    200,
  );
  const preview = useQuery({
    queryKey: ['invitations', 'preview', asked],
    queryFn: ({ signal }) =>
      answer(api.POST('/invitations/preview', { body: JSON.parse(asked) as typeof body & { rows: [] }, signal })),
    enabled: body.app !== '',
    placeholderData: (before) => before,
    gcTime: 0,
  });
  const message = preview.data;
  const who = row === undefined ? 'somebody' : row.name.trim() === '' ? row.email : row.name;
  return (
    <Surface
      as="section"
      edge="side"
      ground="well"
      aria-label="Preview"
      className="flex min-h-0 w-[440px] shrink-0 flex-col px-4 py-3 max-sm:px-3 @max-[990px]:h-[40rem] @max-[990px]:w-full"
    >
      <div className="mb-2 flex flex-wrap items-center justify-between gap-2">
        <Text weight="strong" className="min-w-0 truncate">
          As <bdi>{who}</bdi> gets it
        </Text>
        <Segments
          label="Seen as"
          value={shown}
          choices={VIEWS}
          onChange={(next) => set({ view: next === '375' ? null : next })}
        />
      </div>
      {message === undefined ? null : (
        <Text as="p" face="mono" size="small" className="mb-2 wrap-anywhere whitespace-pre-line">
          {`From: ${message.from}\nReply-To: ${message.reply_to}\nSubject: ${message.subject}`}
        </Text>
      )}
      <Failure error={preview.error} />
      <div className="min-h-0 flex-1 overflow-auto">
        {message === undefined ? (
          preview.error === null ? (
            <Note>The message is being written.</Note>
          ) : null
        ) : shown === 'text' ? (
          <CodeBlock label="The text part" fills wraps>
            {message.text}
          </CodeBlock>
        ) : (
          <WrittenFrame
            title="The message as it is seen"
            src="/api/v1/wordings/frame?surface=console"
            html={message.html}
            className={`h-full ${shown === '640' ? 'w-[640px]' : 'w-[375px]'} max-w-none`}
          />
        )}
      </div>
    </Surface>
  );
}
