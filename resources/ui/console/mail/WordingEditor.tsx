import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { TextArea, TextField } from '../../kit/Field';
import { LinkButton } from '../../kit/Link';
import { Key } from '../../kit/Marks';
import { QueryState } from '../../kit/QueryState';
import { Strip } from '../../kit/Strip';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { useSettled } from '../../kit/useSettled';
import { api, useMay } from '../api';
import { useHand } from '../rules/hand';
import { useQuestion } from '../useQuestion';
import { isSame, keyOf, offsetOf, wordsOf, withInserted, type Kind, type Parts } from './wording';
import { WordingPreview, type Scheme } from './WordingPreview';
import { WordingRate } from './WordingRate';

type Part = keyof Parts;
type Mistake = Schemas['WordingMistake'];

const SETTLES = 200;

const NAMES: Record<Part, string> = {
  subject: 'Subject',
  html: 'Body',
  text: 'Text part',
  sender_name: 'Sender’s name',
  reply_to: 'Answers go to',
};

/** The words of one kind, beside what somebody gets. What has a mistake stays here, and is in the draft once it has none. */
export function WordingEditor({ kind, app, language }: { kind: Kind; app: string; language: string }) {
  const hand = useHand();
  const mayChange = useMay()('kennel:rules.manage');
  const key = keyOf(kind.kind, app, language);
  const wording = useQuery({
    queryKey: ['wording', key, hand.draft?.base_revision, hand.draft?.version],
    queryFn: ({ signal }) => answer(api.GET('/wordings/{key}', { params: { path: { key } }, signal })),
    placeholderData: keepPreviousData,
  });
  const [{ account, scheme }] = useQuestion('account', 'scheme');
  const [typed, setTyped] = useState<Parts | null>(null);
  const words = hand.document === undefined ? null : wordsOf(hand.document, kind.kind, app, language);
  const isOwn = words?.from === 'own';
  const standing = words?.parts ?? wording.data?.shipped;
  const parts = (isOwn ? typed : null) ?? standing;
  const asked = useSettled(parts, SETTLES);
  const shade: Scheme = scheme === 'dark' ? 'dark' : 'light';
  const preview = useQuery({
    queryKey: ['wording-preview', key, asked, shade, account],
    queryFn: ({ signal }) =>
      answer(
        api.POST('/wordings/preview', {
          body: {
            key,
            wording: asked ?? { subject: '', html: '', text: '', sender_name: '', reply_to: '' },
            scheme: shade,
            account: account === '' ? null : account,
          },
          signal,
        }),
      ),
    enabled: asked !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const isJudged = !preview.isPlaceholderData && asked === parts && preview.data !== undefined;
  const mistakes = preview.data?.mistakes ?? [];
  // Whatever has no mistake goes into the draft; the rest waits where it was typed.
  useEffect(() => {
    if (!isOwn || typed === null || standing === undefined || !isJudged || mistakes.length > 0) return;
    if (!isSame(typed, standing)) hand.change(['messages', 'wordings', key], { key, ...typed });
  });
  if (parts === undefined)
    return (
      <QueryState of={wording} what="the wording">
        {null}
      </QueryState>
    );
  const begin = () => hand.change(['messages', 'wordings', key], { key, ...parts });
  return (
    <div className="flex min-h-0 flex-1 max-lg:flex-none max-lg:flex-col">
      <section
        aria-label="The words"
        className="min-h-0 min-w-0 flex-1 overflow-y-auto px-4 py-3 max-lg:flex-none max-lg:overflow-visible max-sm:px-3"
      >
        <div className="mb-3 flex flex-wrap items-center gap-x-3 gap-y-1">
          <Text as="h2" weight="strong">
            {kind.label}
          </Text>
          <Note as="span">
            {isOwn
              ? 'In words of your own.'
              : words === null
                ? 'Goes out as it ships.'
                : 'Goes out in the words for all apps.'}
          </Note>
          {mayChange ? (
            <span className="ml-auto">
              {isOwn ? (
                <Button
                  size="small"
                  kind="stop"
                  onClick={() => {
                    setTyped(null);
                    hand.change(['messages', 'wordings', key], undefined);
                  }}
                >
                  Bring back the shipped words
                </Button>
              ) : (
                <Button size="small" onClick={begin}>
                  Write your own
                </Button>
              )}
            </span>
          ) : null}
        </div>
        <Boxes
          variables={kind.variables}
          parts={parts}
          mistakes={mistakes}
          isLocked={!isOwn || !mayChange}
          onType={setTyped}
        />
        <WordingRate wording={wording.data} />
      </section>
      <WordingPreview
        wordingKey={key}
        parts={parts}
        preview={preview.data}
        error={preview.error}
        hasMistakes={mistakes.length > 0}
      />
    </div>
  );
}

function Boxes({
  variables,
  parts,
  mistakes,
  isLocked,
  onType,
}: {
  variables: Kind['variables'];
  parts: Parts;
  mistakes: readonly Mistake[];
  isLocked: boolean;
  onType: (parts: Parts) => void;
}) {
  const place = useRef<HTMLDivElement>(null);
  const last = useRef<Part>('html');
  const caret = useRef<number | null>(null);
  useEffect(() => {
    // A box that was written into from here has lost its caret.
    if (caret.current === null) return;
    goTo(place.current, last.current, caret.current);
    caret.current = null;
  }, [parts]);
  useEffect(() => {
    const boxes = place.current;
    const note = ({ target }: FocusEvent) => {
      const name = target instanceof Element ? target.getAttribute('name') : null;
      if (name !== null && name in NAMES) last.current = name as Part;
    };
    const lead = (event: globalThis.KeyboardEvent) => {
      if (!event.altKey || event.key !== 'ArrowDown') return;
      event.preventDefault();
      boxes?.querySelector<HTMLElement>('[data-variables] button')?.focus();
    };
    boxes?.addEventListener('focusin', note);
    boxes?.addEventListener('keydown', lead);
    return () => {
      boxes?.removeEventListener('focusin', note);
      boxes?.removeEventListener('keydown', lead);
    };
  }, []);
  const insert = (name: string) => {
    const box = boxOf(place.current, last.current);
    if (box === null) return;
    const [text, at] = withInserted(
      parts[last.current],
      box.selectionStart ?? 0,
      box.selectionEnd ?? 0,
      `{{ ${name} }}`,
    );
    caret.current = at;
    onType({ ...parts, [last.current]: text });
  };
  const box = (part: Part) => ({
    label: NAMES[part],
    name: part,
    value: parts[part],
    readOnly: isLocked,
    error: mistakes.some((one) => one.part === part) ? 'Has a mistake, see below.' : undefined,
    onChange: (event: { target: { value: string } }) => onType({ ...parts, [part]: event.target.value }),
  });
  return (
    <div ref={place} className="space-y-3">
      <TextField {...box('subject')} maxLength={200} />
      <TextArea {...box('html')} rows={12} maxLength={20000} spellCheck isMono />
      {mistakes.length === 0 ? null : (
        <section aria-label="Mistakes" aria-live="polite">
          {mistakes.map((one) => (
            <Strip
              key={`${one.part} ${one.line} ${one.column} ${one.code}`}
              tone="stop"
              aside={
                <LinkButton
                  onClick={() => goTo(place.current, one.part, offsetOf(parts[one.part], one.line, one.column))}
                >
                  {NAMES[one.part]}, line {one.line}, column {one.column}
                </LinkButton>
              }
            >
              {one.message}
            </Strip>
          ))}
          <Note>Not in the draft yet: it goes there once it has no mistake.</Note>
        </section>
      )}
      {isLocked ? null : (
        <Surface as="section" edge="all" ground="sheet" aria-label="Variables" className="px-3 py-2">
          <Note>
            Variables. <Key>Alt</Key> <Key>↓</Key> in a box leads here, <Key>↵</Key> puts one where the caret was.
          </Note>
          <ul data-variables className="mt-1 grid gap-x-4 gap-y-1 sm:grid-cols-2">
            {variables.map(({ name, about, sample, is_required }) => (
              <li key={name} className="min-w-0 wrap-anywhere">
                <LinkButton onClick={() => insert(name)}>
                  <Text face="mono">{`{{ ${name} }}`}</Text>
                </LinkButton>{' '}
                <Note as="span">
                  {about}
                  {is_required ? '; has to be in the body' : ''}, e.g. {sample}
                </Note>
              </li>
            ))}
          </ul>
        </Surface>
      )}
      <TextArea
        {...box('text')}
        rows={parts.text === '' ? 2 : 8}
        maxLength={20000}
        isMono
        help="Empty: made from the body."
      />
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField {...box('sender_name')} maxLength={100} help="Empty: the service’s." />
        <TextField {...box('reply_to')} maxLength={254} help="Empty: no address is given." />
      </div>
    </div>
  );
}

function boxOf(place: HTMLElement | null, part: Part): HTMLInputElement | HTMLTextAreaElement | null {
  return place?.querySelector<HTMLInputElement | HTMLTextAreaElement>(`[name="${part}"]`) ?? null;
}

function goTo(place: HTMLElement | null, part: Part, at: number): void {
  const box = boxOf(place, part);
  box?.focus();
  box?.setSelectionRange(at, at);
}
