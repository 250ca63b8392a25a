import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Failure } from '../../kit/Failure';
import { SearchInput } from '../../kit/Filter';
import { Frame } from '../../kit/Frame';
import { InlineLink, PlainLink, SideLink } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { Segments } from '../../kit/Segments';
import { Surface } from '../../kit/Surface';
import { Address, Note, Text } from '../../kit/Text';
import { RowTime } from '../../kit/Time';
import { useSettled } from '../../kit/useSettled';
import { grouped } from '../../text/figures';
import { api, FIGURES_EVERY, refresh, useMay } from '../api';
import { useQuestion } from '../useQuestion';
import { MailHead } from './MailHead';

const MODES = [
  { value: 'takes', label: 'Takes everything' },
  { value: 'slow', label: 'Is slow' },
  { value: 'refuses', label: 'Refuses' },
  { value: 'bounces', label: 'Sends back' },
] as const;

const MEANS: Record<(typeof MODES)[number]['value'], string> = {
  takes: 'Each message is held here, and goes to nobody.',
  slow: 'Each message takes five seconds more.',
  refuses: 'Messages are tried again later, as while a relay is busy.',
  bounces: 'Messages are taken, and a bounce report comes back; their addresses are suppressed by it.',
};

const WIDTHS = [
  { value: '375', label: 'Phone' },
  { value: '640', label: 'Desktop' },
] as const;

/** What people would find in their mail, while no relay is set: a mailbox for each of them. */
export function MailboxesTab() {
  const [{ address, message, width }, ask] = useQuestion('address', 'message', 'width');
  const [typed, setTyped] = useState('');
  const to = useSettled(typed, 150);
  const boxes = useQuery({
    queryKey: ['mailboxes', to],
    queryFn: ({ signal }) => answer(api.GET('/mailboxes', { signal, params: { query: to === '' ? {} : { to } } })),
    refetchInterval: FIGURES_EVERY,
    placeholderData: (before) => before,
  });
  const items = boxes.data?.items ?? [];
  const open = address === '' ? (items[0]?.address ?? null) : address;
  return (
    <section className="flex h-full flex-col" aria-label="Mail">
      <MailHead tab="mailboxes" aside={<Switch />} />
      <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
        <Surface
          as="section"
          aria-label="Mailboxes"
          className="flex min-h-0 w-80 shrink-0 flex-col max-lg:max-h-72 max-lg:w-full"
        >
          <div className="px-4 py-3">
            <SearchInput label="Whose" prompt="Address" value={typed} onType={setTyped} found="" />
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto">
            <QueryState
              of={boxes}
              what="the mailboxes"
              isEmpty={items.length === 0}
              empty={to === '' ? 'Nothing is held yet.' : 'Nobody is like that.'}
            >
              <nav aria-label="Mailboxes">
                {items.map((box) => (
                  <SideLink
                    key={box.address}
                    to={{ search: `?address=${encodeURIComponent(box.address)}` }}
                    isHere={box.address === open}
                    figure={grouped(box.messages)}
                  >
                    <Address>{box.address}</Address>
                  </SideLink>
                ))}
              </nav>
            </QueryState>
          </div>
        </Surface>
        {open === null ? null : (
          <Mailbox
            key={open}
            address={open}
            chosen={message}
            width={width === '640' ? '640' : '375'}
            onWidth={(next) => ask({ width: next === '375' ? null : next })}
          />
        )}
      </div>
    </section>
  );
}

/** How the stand-in behaves from now on. */
function Switch() {
  const client = useQueryClient();
  const may = useMay();
  const state = useQuery({
    queryKey: ['stand-in'],
    queryFn: ({ signal }) => answer(api.GET('/mail/stand-in', { signal })),
    refetchInterval: FIGURES_EVERY,
  }).data;
  const change = useMutation({
    mutationFn: (mode: Schemas['StandIn']['mode']) => answer(api.PUT('/mail/stand-in', { body: { mode } })),
    onSuccess: () => refresh(client),
  });
  if (state === undefined) return null;
  return (
    <span className="ml-auto flex flex-wrap items-center gap-2 py-1.5">
      {state.is_on ? null : <Note as="span">A relay is set: what is here is from before.</Note>}
      {state.is_on && may('kennel:messages.send') ? (
        <>
          <Note as="span" title={MEANS[state.mode]}>
            The stand-in
          </Note>
          <Segments label="The stand-in" value={state.mode} choices={MODES} onChange={(mode) => change.mutate(mode)} />
        </>
      ) : null}
      <Failure error={change.error} />
    </span>
  );
}

function Mailbox({
  address,
  chosen,
  width,
  onWidth,
}: {
  address: string;
  chosen: string;
  width: '375' | '640';
  onWidth: (width: '375' | '640') => void;
}) {
  const list = useQuery({
    queryKey: ['mailboxes', 'one', address],
    queryFn: ({ signal }) => answer(api.GET('/mailboxes/one', { signal, params: { query: { address } } })),
    refetchInterval: FIGURES_EVERY,
  });
  const items = list.data?.items ?? [];
  const open = items.find(({ id }) => id === chosen) ?? items[0];
  return (
    <>
      <Surface
        as="section"
        edge="side"
        aria-label="What was sent there"
        className="flex min-h-0 min-w-0 flex-1 flex-col max-lg:flex-none"
      >
        <header className="flex flex-wrap items-center justify-between gap-2 px-4 py-3">
          <Text as="h2" weight="bold" className="min-w-0 wrap-anywhere">
            <bdi>{address}</bdi>
          </Text>
          <PlainLink
            href={`/api/v1/mailboxes/one/mbox?surface=console&address=${encodeURIComponent(address)}`}
            download="mailbox.mbox"
          >
            All as mbox
          </PlainLink>
        </header>
        <div className="min-h-0 flex-1 overflow-y-auto">
          <QueryState of={list} what="the mailbox" isEmpty={items.length === 0} empty="It is empty.">
            <nav aria-label="Messages">
              {items.map((one) => (
                <SideLink
                  key={one.id}
                  to={{ search: `?address=${encodeURIComponent(address)}&message=${one.id}` }}
                  isHere={one.id === open?.id}
                  figure={<RowTime at={one.created_at} />}
                >
                  <bdi>{one.subject}</bdi>
                </SideLink>
              ))}
            </nav>
          </QueryState>
        </div>
      </Surface>
      {open === undefined ? null : (
        <Surface
          as="section"
          edge="side"
          ground="well"
          aria-label="The message as it is seen"
          className="flex min-h-0 w-[460px] shrink-0 flex-col px-4 py-3 max-lg:h-[44rem] max-lg:w-full max-sm:px-3"
        >
          <div className="mb-2 flex flex-wrap items-center gap-3">
            <Segments label="Opened on" value={width} choices={WIDTHS} onChange={onWidth} />
            {open.channel === 'text' ? null : (
              <PlainLink href={`/api/v1/messages/${open.id}/eml?surface=console`} download={`${open.id}.eml`}>
                Download .eml
              </PlainLink>
            )}
            <InlineLink to={`/mail/${open.id}`}>In the outbox</InlineLink>
          </div>
          <Text as="p" weight="strong" className="mb-2 wrap-anywhere">
            <bdi>{open.subject}</bdi>
          </Text>
          <div className="min-h-0 flex-1 overflow-auto">
            <Frame
              title="The message"
              src={`/api/v1/messages/${open.id}/html?surface=console`}
              sandbox="allow-popups allow-popups-to-escape-sandbox"
              className={`h-full ${width === '640' ? 'w-[640px]' : 'w-[375px]'} max-w-none`}
            />
          </div>
        </Surface>
      )}
    </>
  );
}
