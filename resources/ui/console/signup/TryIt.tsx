import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import type { Tried } from '../../pages/api';
import { Button } from '../../kit/Button';
import { CodeBlock } from '../../kit/CodeBlock';
import { TryColumn } from '../../kit/Columns';
import { Disclosure } from '../../kit/Disclosure';
import { Failure } from '../../kit/Failure';
import { TextField } from '../../kit/Field';
import { Frame } from '../../kit/Frame';
import { ActLine } from '../../kit/Lanes';
import { LaneMark } from '../../kit/Marks';
import { Segments } from '../../kit/Segments';
import { counted } from '../../text/figures';
import { api, useMay } from '../api';
import { useHand } from '../rules/hand';
import { Note, Text } from '../../kit/Text';

/** The real account page under the draft, at a phone's or a desktop's width, and beside it what the last try caused. */
export function TryIt({ app, page }: { app: string; page: 'sign-up' | 'details' }) {
  const { draft } = useHand();
  const [width, setWidth] = useState<'375' | '1280'>('375');
  // The last of each: what the next page says of itself is not said of the one before.
  const [tried, setTried] = useState<Readonly<Record<string, Tried>>>({});
  const frame = useRef<HTMLIFrameElement>(null);
  useEffect(() => {
    const listen = (event: MessageEvent<Tried & { kennel?: string }>) => {
      if (event.origin !== window.location.origin || event.data.kennel !== 'tried') return;
      const said = event.data;
      setTried((before) => ({ ...before, [pathOf(said)]: said }));
    };
    window.addEventListener('message', listen);
    return () => window.removeEventListener('message', listen);
  }, []);
  // A draft that was changed is a page that reads its rules again, with everything that was typed in it.
  const version = draft === undefined ? '' : `${draft.base_revision}.${draft.version}`;
  useEffect(() => {
    frame.current?.contentWindow?.postMessage({ kennel: 'rules' }, window.location.origin);
  }, [version]);
  const source = `/a/${app}/${page}?try=draft`;
  return (
    // With the dock open there is no room for three columns; this try's evidence folds under.
    <div className="flex min-w-0 flex-1 max-lg:flex-col @max-[1100px]:flex-col">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col max-lg:min-h-[720px]" role="region" aria-label="Try it">
        <div className="flex h-11 shrink-0 items-center justify-between gap-2 px-4">
          <Text as="h2" weight="strong">
            Try it, under the {draft?.version === 0 ? 'rules in force' : 'draft'}
          </Text>
          <Segments
            label="Width in pixels"
            value={width}
            onChange={setWidth}
            choices={[
              { value: '375', label: '375' },
              { value: '1280', label: '1280' },
            ]}
          />
        </div>
        <Framed key={source} source={source} width={Number(width)} frame={frame} />
      </div>
      <TryColumn aria-label="Evidence of the try">
        <Text as="h2" weight="bold" className="flex h-11 shrink-0 items-center">
          Evidence
        </Text>
        {PATHS.every((path) => tried[path] === undefined) ? (
          <Note>
            Type into the page. Each verdict shows here as it went over the wire; a submit is rehearsed: everything is
            done, shown, and undone.
          </Note>
        ) : null}
        {PATHS.map((path) => (tried[path] === undefined ? null : <Shown key={path} tried={tried[path]} />))}
      </TryColumn>
    </div>
  );
}

/** A page of 1280 px is drawn smaller, not cut. */
function Framed({
  source,
  width,
  frame,
}: {
  source: string;
  width: number;
  frame: React.RefObject<HTMLIFrameElement | null>;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState({ width: 375, height: 600 });
  useEffect(() => {
    const element = box.current;
    if (element === null) return;
    const watch = new ResizeObserver(() => setRoom({ width: element.clientWidth, height: element.clientHeight }));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const scale = Math.min(1, (room.width - 16) / width);
  return (
    <div ref={box} className="relative min-h-0 flex-1 overflow-hidden">
      <Frame
        floats
        ref={frame}
        src={source}
        title="The account page"
        className="absolute left-1/2 origin-top-left"
        style={{
          width,
          height: (room.height - 16) / scale,
          transform: `scale(${scale}) translateX(-50%)`,
        }}
      />
    </div>
  );
}

const PATHS = ['/signups/verdict', '/fields/verdict', '/signups/rehearsal'];

function pathOf(tried: Tried): string {
  if (tried.kind === 'rehearsal') return '/signups/rehearsal';
  return 'email' in (tried.request as object) ? '/signups/verdict' : '/fields/verdict';
}

function Shown({ tried }: { tried: Tried }) {
  const verdict = tried.response as Schemas['Rehearsal'] | Schemas['Verdict'];
  const path = pathOf(tried);
  const caused = 'evidence' in verdict ? verdict.evidence : [];
  return (
    <div className="mb-4">
      <ActLine
        name={tried.kind === 'verdict' ? 'Verdict while typing' : 'Sign-up, rehearsed'}
        aside={<Text face="mono">{Math.round(tried.milliseconds)} ms</Text>}
      />
      <p className="mt-1 flex items-start gap-1.5">
        <span className="mt-1">
          <LaneMark lane="wire" />
        </span>
        <span>
          POST {path} → 200
          <Note as="span" className="block">
            {verdict.accepted ? 'accepted' : `refused, ${counted(verdict.reasons.length, 'reason', 'reasons')}`}
          </Note>
        </span>
      </p>
      {verdict.accepted ? null : (
        <div className="my-1.5">
          <CodeBlock label="The reasons">
            {JSON.stringify(
              verdict.reasons.map(({ code, field, parameters }) => ({ field, code, ...parameters })),
              null,
              1,
            )}
          </CodeBlock>
        </div>
      )}
      {caused.map((entry, index) => (
        <Disclosure
          key={index}
          weight="normal"
          className="mt-1"
          summary={
            <span className="inline-flex max-w-[calc(100%-16px)] items-center gap-1.5 align-bottom">
              <LaneMark lane={entry.lane} />
              <span className="min-w-0 truncate" title={entry.label}>
                {entry.label}
              </span>
            </span>
          }
        >
          <CodeBlock label={entry.label}>{JSON.stringify(entry.content, null, 1)}</CodeBlock>
        </Disclosure>
      ))}
      {caused.length === 0 ? (
        <Note className="mt-1">No record, no message: nothing was submitted.</Note>
      ) : (
        <Note className="mt-1.5">All of it was undone.</Note>
      )}
      {path === '/fields/verdict' ? null : <SaveAsCase key={JSON.stringify(tried.request)} tried={tried} />}
    </div>
  );
}

function SaveAsCase({ tried }: { tried: Tried }) {
  const client = useQueryClient();
  const may = useMay();
  const [name, setName] = useState<string | null>(null);
  const save = useMutation({
    mutationFn: (called: string) =>
      answer(api.POST('/rules/cases', { body: { ...(tried.request as Schemas['SignupInput']), case: called } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['cases'] }),
  });
  if (save.isSuccess) {
    return (
      <Text as="p" size="small" tone="good" role="status" className="mt-3">
        ✓ Saved. Every draft is held against it from now on.
      </Text>
    );
  }
  if (!may('kennel:rules.manage')) return null;
  return (
    <div className="mt-3 space-y-2">
      {name === null ? (
        <Button onClick={() => setName('')}>Save as case…</Button>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (!save.isPending) save.mutate(name);
          }}
        >
          <TextField
            label="What the case shows"
            // It was asked for by the button that was in its place.
            // eslint-disable-next-line jsx-a11y/no-autofocus
            autoFocus
            value={name}
            maxLength={120}
            onChange={(event) => setName(event.target.value)}
          />
          <Button type="submit" kind="act" aria-disabled={save.isPending}>
            Save case
          </Button>
        </form>
      )}
      <Failure error={save.error} />
    </div>
  );
}
