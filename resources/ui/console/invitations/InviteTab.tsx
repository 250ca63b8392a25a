import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Suspense, useEffect, useRef, useState } from 'react';
import { answer, ApiError } from '../../api/client';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { TextArea } from '../../kit/Field';
import { later } from '../../kit/later';
import { InlineLink } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { Segments } from '../../kit/Segments';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { useSettled } from '../../kit/useSettled';
import { counted } from '../../text/figures';
import { api, refresh, useMay } from '../api';
import { apps as appsQuery, roles as rolesQuery } from '../queries';
import { GoesOut } from './GoesOut';
import { InvitePreview } from './InvitePreview';
import { InviteRows } from './InviteRows';
import { InviteTerms } from './InviteTerms';
import {
  emptyRow,
  isDone,
  isEmpty,
  keepInvite,
  keptInvite,
  sentRows,
  untilOf,
  wantsEditing,
  withEnd,
  type Invite,
  type TypedRow,
  type Verdict,
} from './list';

const PasteDialog = later(() => import('./PasteDialog').then((module) => module.PasteDialog));

const WAYS = [
  { value: 'link', label: 'a link' },
  { value: 'temporary', label: 'a temporary password' },
] as const;

const START: Invite = { app: '', roles: [], language: 'en', way: 'link', days: 14, words: '', rows: [] };

/** A list of people, what will become of each, and the very message beside it. */
export function InviteTab() {
  const may = useMay();
  const client = useQueryClient();
  const apps = useQuery(appsQuery).data?.items ?? [];
  const roles = useQuery({ ...rolesQuery, enabled: may('kennel:roles.read') }).data?.items ?? [];
  const [invite, setInvite] = useState<Invite>(() => keptInvite() ?? { ...START, rows: [emptyRow()] });
  const [shown, setShown] = useState<number | null>(null);
  const [isPasting, setPasting] = useState(false);
  useEffect(() => keepInvite(invite), [invite]);
  const app = invite.app === '' ? (apps[0]?.key ?? '') : invite.app;
  const change = (part: Partial<Invite>) => setInvite((before) => ({ ...before, ...part }));
  const filled = invite.rows.filter((row) => !isEmpty(row));
  const list = { app, roles: invite.roles, language: invite.language, way: invite.way };
  const asked = useSettled(
    JSON.stringify({ keys: filled.map(({ key }) => key), body: { ...list, rows: sentRows(filled) } }),
    250,
  );
  const judged = useQuery({
    queryKey: ['invitations', 'judge', asked],
    queryFn: async ({ signal }) => {
      const { keys, body } = JSON.parse(asked) as {
        keys: number[];
        body: typeof list & { rows: ReturnType<typeof sentRows> };
      };
      const answered = await answer(api.POST('/invitations/judge', { body, signal }));
      return {
        ...answered,
        of: new Map<number, Verdict>(answered.rows.map((verdict, place) => [keys[place] ?? 0, verdict])),
      };
    },
    enabled: app !== '' && filled.length > 0,
    placeholderData: (before) => before,
    gcTime: 0,
  });
  const verdicts = filled.length === 0 ? new Map<number, Verdict>() : (judged.data?.of ?? new Map<number, Verdict>());
  const count = (meets: (verdict: Verdict) => boolean) =>
    filled.filter(({ key }) => verdicts.get(key) !== undefined && meets(verdicts.get(key) as Verdict)).length;
  const messages = count(({ fate }) => fate === 'invited' || fate === 'renewed');
  const given = count(({ fate }) => fate === 'given');
  const left = count(wantsEditing);
  const isCurrent =
    JSON.stringify({ keys: filled.map(({ key }) => key), body: { ...list, rows: sentRows(filled) } }) === asked &&
    !judged.isPlaceholderData;
  const body = { ...list, words: invite.words, until: untilOf(invite.days) };
  const send = useMutation({
    mutationFn: () =>
      answer(
        api.POST('/invitations', {
          body: { ...body, rows: sentRows(filled), ...(judged.data === undefined ? {} : { seen: judged.data.seen }) },
        }),
      ),
    onSuccess: () => {
      // What was done is gone from the form; what wants editing stays.
      const rest = filled.filter(({ key }) => !isDone(verdicts.get(key)) && verdicts.get(key)?.fate !== 'settled');
      setInvite((before) => ({ ...before, rows: withEnd(rest), words: rest.length === 0 ? '' : before.words }));
      setShown(null);
      refresh(client);
    },
    onError: (error) => {
      if (error instanceof ApiError && error.status === 412) void judged.refetch();
    },
  });
  const row = filled.find(({ key }) => key === shown) ?? filled[0];
  const setRows = (rows: readonly TypedRow[]) => {
    change({ rows: withEnd(rows) });
    send.reset();
  };
  const canSend = messages + given > 0 && !send.isPending;
  const mayPress = filled.length > 0 && (canSend || (!isCurrent && !send.isPending));
  // Pressed while the rows are judged anew, it waits for that: nothing is sent that was not judged as it stands.
  const isPressed = useRef(false);
  useEffect(() => {
    if (!isPressed.current || !isCurrent) return;
    isPressed.current = false;
    if (canSend) send.mutate();
  });
  const press = () => {
    if (!mayPress) return;
    if (isCurrent) send.mutate();
    else isPressed.current = true;
  };
  return (
    <div className="@container h-full">
      <div className="flex h-full @max-[990px]:flex-col @max-[990px]:overflow-y-auto">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col @max-[990px]:flex-none">
          <InviteTerms
            invite={{ ...invite, app }}
            apps={apps}
            roles={roles}
            onChange={change}
            onPaste={() => setPasting(true)}
          />
          {/* It scrolls, and what is in it may be all text. */}
          {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- a region that scrolls has to be reachable by keyboard */}
          <div className="min-h-0 flex-1 overflow-y-auto" role="region" aria-label="Whom" tabIndex={0}>
            <InviteRows
              rows={invite.rows}
              verdicts={verdicts}
              labels={new Map(roles.map(({ key, label }) => [key, label]))}
              onRows={setRows}
              onShow={setShown}
            />
            {send.data === undefined || filled.length > left + 1 ? null : (
              <div className="px-4 py-3" role="status">
                <Notice tone="good">
                  {[
                    send.data.sent === 0
                      ? ''
                      : `${counted(send.data.sent, 'invitation is', 'invitations are')} on the way.`,
                    send.data.given === 0
                      ? ''
                      : `${counted(send.data.given, 'person who has an account', 'people who have accounts')} got the roles.`,
                  ].join(' ')}{' '}
                  {send.data.batch_id === null ? null : (
                    <InlineLink to={`/invitations/open?batch=${send.data.batch_id}`}>See them</InlineLink>
                  )}
                </Notice>
              </div>
            )}
          </div>
          <Surface as="section" edge="top" aria-label="What they are told" className="shrink-0 px-4 pt-3">
            <TextArea
              label="Your words to them"
              value={invite.words}
              rows={2}
              maxLength={2000}
              onChange={(event) => change({ words: event.target.value })}
            />
            <div className="mb-3 flex flex-wrap items-center gap-2">
              <Text>They come in by</Text>
              <Segments label="They come in by" value={invite.way} choices={WAYS} onChange={(way) => change({ way })} />
            </div>
          </Surface>
          <Surface as="footer" edge="top" className="flex shrink-0 flex-wrap items-center gap-2 px-4 py-2.5">
            <span className="mr-auto min-w-0" role="status">
              {filled.length === 0 ? (
                <Note as="span">Type an address, or paste a list.</Note>
              ) : (
                <Text>
                  <Text weight="strong">{counted(messages, 'message', 'messages')}</Text>
                  {given === 0 ? '' : `, ${counted(given, 'person is given roles', 'people are given roles')}`}
                  {left === 0 ? '' : `, ${counted(left, 'row needs editing', 'rows need editing')}`}
                </Text>
              )}
              <GoesOut days={messages === 0 ? [] : (judged.data?.goes_out ?? [])} messages={messages} />
            </span>
            <SendMeOne body={{ ...body, rows: sentRows(row === undefined ? [] : [row]) }} isReady={row !== undefined} />
            <Button kind="act" aria-disabled={!mayPress} aria-busy={send.isPending} onClick={press}>
              {messages === 0 && given > 0
                ? `Give roles to ${given}`
                : `Invite ${messages === 0 ? '' : messages}${given === 0 ? '' : `, give roles to ${given}`}`.trim()}
            </Button>
            <span className="basis-full empty:hidden">
              <Failure error={send.error ?? (filled.length === 0 ? null : judged.error)} />
            </span>
          </Surface>
        </div>
        <InvitePreview body={body} row={row} />
      </div>
      {isPasting ? (
        <Suspense fallback={null}>
          <PasteDialog
            onClose={() => setPasting(false)}
            onRows={(rows) => setRows([...invite.rows.filter((one) => !isEmpty(one)), ...rows])}
          />
        </Suspense>
      ) : null}
    </div>
  );
}

/** The message of the row that is shown, to the operator themselves. */
function SendMeOne({ body, isReady }: { body: Parameters<typeof sample>[0]; isReady: boolean }) {
  const client = useQueryClient();
  const send = useMutation({ mutationFn: () => sample(body), onSuccess: () => refresh(client) });
  return (
    <>
      {send.data === undefined ? null : (
        <Note as="span">
          <InlineLink to={`/mail/${send.data.id}`}>On its way to {send.data.recipient}</InlineLink>
        </Note>
      )}
      <Failure error={send.error} />
      <Button
        aria-disabled={!isReady || send.isPending}
        onClick={() => (isReady && !send.isPending ? send.mutate() : undefined)}
      >
        Send me one
      </Button>
    </>
  );
}

const sample = (body: {
  app: string;
  roles: string[];
  language: string;
  way: 'link' | 'temporary';
  words: string;
  until: string;
  rows: ReturnType<typeof sentRows>;
}) => answer(api.POST('/invitations/sample', { body }));
