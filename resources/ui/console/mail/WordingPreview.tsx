import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { CodeBlock } from '../../kit/CodeBlock';
import { Failure } from '../../kit/Failure';
import { WrittenFrame } from '../../kit/Frame';
import { InlineLink } from '../../kit/Link';
import { Segments } from '../../kit/Segments';
import { Strip } from '../../kit/Strip';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { grouped } from '../../text/figures';
import { api, refresh, useMay } from '../api';
import { AskedAccount } from '../roles/AskedAccount';
import { useQuestion } from '../useQuestion';
import { WordingCaseDialog } from './WordingCaseDialog';
import type { Parts } from './wording';

export type Scheme = 'light' | 'dark';

const PARTS = [
  { value: 'html', label: 'HTML' },
  { value: 'text', label: 'Text' },
  { value: 'headers', label: 'Headers' },
] as const;
const WIDTHS = [
  { value: '375', label: 'Phone' },
  { value: '640', label: 'Desktop' },
] as const;
const SCHEMES = [
  { value: 'light', label: 'Light' },
  { value: 'dark', label: 'Dark' },
] as const;

/** The message as somebody gets it: on a phone or a desk, in light and dark, with a sample's values or with those of an account. */
export function WordingPreview({
  wordingKey: key,
  parts,
  preview,
  error,
  hasMistakes,
}: {
  wordingKey: string;
  parts: Parts;
  preview: Schemas['WordingPreview'] | undefined;
  error: Error | null;
  hasMistakes: boolean;
}) {
  const client = useQueryClient();
  const may = useMay();
  const [{ part, width, scheme, account }, set] = useQuestion('part', 'width', 'scheme', 'account');
  const shown = part === 'text' || part === 'headers' ? part : 'html';
  const wide = width === '640' ? '640' : '375';
  const [isSaving, setSaving] = useState(false);
  const send = useMutation({
    mutationFn: () => answer(api.POST('/wordings/sample', { body: { key, wording: parts } })),
    onSuccess: () => refresh(client),
  });
  // While what is typed has a mistake, the last that had none stays in sight.
  const [sound, setSound] = useState<{
    key: string;
    message: NonNullable<Schemas['WordingPreview']['message']>;
  } | null>(null);
  const current = preview?.message ?? null;
  if (current !== null && (sound?.message !== current || sound.key !== key)) setSound({ key, message: current });
  const message = current ?? (sound?.key === key ? sound.message : null);
  return (
    <Surface
      as="section"
      edge="side"
      ground="well"
      aria-label="Preview"
      className="flex min-h-0 w-[440px] shrink-0 flex-col px-4 py-3 max-lg:h-[44rem] max-lg:w-full max-sm:px-3"
    >
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <Segments
          label="Part"
          value={shown}
          choices={PARTS}
          onChange={(next) => set({ part: next === 'html' ? null : next })}
        />
        {shown === 'html' ? (
          <>
            <Segments
              label="Width"
              value={wide}
              choices={WIDTHS}
              onChange={(next) => set({ width: next === '375' ? null : next })}
            />
            <Segments
              label="Scheme"
              value={scheme === 'dark' ? 'dark' : 'light'}
              choices={SCHEMES}
              onChange={(next) => set({ scheme: next === 'light' ? null : next })}
            />
          </>
        ) : null}
      </div>
      {may('kennel:accounts.read') ? (
        <div className="mb-2 flex flex-wrap items-center gap-2">
          <Text>As</Text>
          <AskedAccount label="Whose name and address" id={account} onChoose={(id) => set({ account: id })} />
          {account === '' ? <Note as="span">or with a sample’s values</Note> : null}
        </div>
      ) : null}
      {message === null ? null : (
        <Text as="p" weight="strong" className="mb-2 wrap-anywhere">
          {message.subject}
        </Text>
      )}
      {hasMistakes && message !== null ? <Note className="mb-1">As it was before the mistake.</Note> : null}
      <div className="min-h-0 flex-1 overflow-auto">
        {message === null ? (
          hasMistakes ? (
            <Note>There is nothing to see while it has mistakes.</Note>
          ) : null
        ) : shown === 'html' ? (
          <WrittenFrame
            title="The message as it is seen"
            src="/api/v1/wordings/frame?surface=console"
            html={message.html}
            className={`h-full ${wide === '640' ? 'w-[640px]' : 'w-[375px]'} max-w-none`}
          />
        ) : (
          <CodeBlock label={shown === 'text' ? 'The text part' : 'The headers'} fills wraps>
            {shown === 'text' ? message.text : headersOf(message)}
          </CodeBlock>
        )}
      </div>
      {(preview?.warnings ?? []).map((warning) => (
        <Strip key={warning.code} tone="caution">
          {warning.message}
        </Strip>
      ))}
      <Failure error={error ?? send.error} />
      <div className="mt-2 flex flex-wrap items-center gap-3">
        {may('kennel:messages.send') ? (
          <Button
            aria-disabled={send.isPending || hasMistakes}
            onClick={() => (send.isPending || hasMistakes ? undefined : send.mutate())}
          >
            Mail it to me
          </Button>
        ) : null}
        {may('kennel:rules.manage') ? <Button onClick={() => setSaving(true)}>Save a case…</Button> : null}
        {send.data === undefined ? null : (
          <Note as="span">
            <InlineLink to={`/mail/${send.data.id}`}>On its way to {send.data.recipient}</InlineLink>
          </Note>
        )}
        {message === null ? null : (
          <Note as="span" className="ml-auto">
            {grouped(message.bytes)} bytes
          </Note>
        )}
      </div>
      {isSaving ? <WordingCaseDialog wordingKey={key} onClose={() => setSaving(false)} /> : null}
    </Surface>
  );
}

const headersOf = ({ from, to, reply_to, subject }: NonNullable<Schemas['WordingPreview']['message']>): string =>
  [`From: ${from}`, `To: ${to}`, ...(reply_to === '' ? [] : [`Reply-To: ${reply_to}`]), `Subject: ${subject}`].join(
    '\n',
  );
