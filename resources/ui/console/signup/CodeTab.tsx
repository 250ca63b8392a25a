import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { CodeBlock } from '../../kit/CodeBlock';
import { Failure } from '../../kit/Failure';
import { Heading } from '../../kit/Heading';
import { Segments } from '../../kit/Segments';
import { SAYS, useCopy } from '../../kit/Copy';
import { api } from '../api';
import { AppChooser } from './AppChooser';
import { snippet, type Language } from './snippets';
import { Note } from '../../kit/Text';

type App = Schemas['App'];

/** What the app's own developer needs for a sign-up form of their own: requests, answers, refusals, and what the form can check. */
export function CodeTab({ apps, app, onChoose }: { apps: App[]; app: string; onChoose: (app: string) => void }) {
  const [language, setLanguage] = useState<Language>('curl');
  const chosen = apps.find(({ key }) => key === app);
  const schema = useQuery({
    queryKey: ['signup-schema', app],
    queryFn: ({ signal }) => answer(api.GET('/apps/{key}/signup-schema', { params: { path: { key: app } }, signal })),
  });
  const refusal = useQuery({
    queryKey: ['sample-refusal', app],
    queryFn: ({ signal }) =>
      answer(
        api.POST('/signups/verdict', {
          signal,
          body: { app, name: '', email: 'jo@', password: 'short', ...(chosen?.terms == null ? {} : { terms: null }) },
        }),
      ),
  });
  return (
    <div className="mx-auto max-w-[1080px]">
      <div className="-mt-3 mb-4 flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
        <AppChooser apps={apps} app={app} onChoose={onChoose} isBare />
        <Segments
          label="Language"
          value={language}
          onChange={setLanguage}
          choices={[
            { value: 'curl', label: 'curl' },
            { value: 'fetch', label: 'fetch' },
            { value: 'php', label: 'PHP' },
          ]}
        />
      </div>
      {chosen === undefined ? null : (
        <div className="grid grid-cols-2 gap-x-8 max-lg:grid-cols-1">
          <div>
            <Piece
              title="1. Open a form"
              text={snippet(language, window.location.origin, '/signups/forms', { app })}
              about="When the page is shown. The answer has a token, how long to wait, and the challenge of the proof of work: find a number whose SHA-256 of “challenge:number” begins with work_bits zero bits. Each form can be sent once."
            />
            <Piece
              title="2. Ask for a verdict while the person types"
              text={snippet(language, window.location.origin, '/signups/verdict', sample(chosen))}
              about="As often as you like. Nothing is written. Show a reason after its box was touched, never before."
            />
            <Piece
              title="3. Sign up"
              text={snippet(language, window.location.origin, '/signups', {
                ...sample(chosen),
                form: { token: '…', trap: '', answer: '…' },
              })}
              about={
                chosen.signup.session === 'at_once'
                  ? 'Answers 202 {"state":"signed_in"} with a session cookie; the account is limited until its duties are done.'
                  : 'Answers 202 {"state":"look_for_message"}. For a known address too: tell people to look for the message, and nothing else.'
              }
            />
          </div>
          <div>
            <Failure error={schema.error} onRetry={schema.refetch} />
            <Failure error={refusal.error} onRetry={refusal.refetch} />
            <Piece
              title="What your form can check by itself (JSON Schema)"
              text={JSON.stringify(schema.data ?? {}, null, 2)}
              about={`GET /api/v1/apps/${app}/signup-schema, in force now. What it refuses, the server refuses; what only the server can know, the verdict says. Lengths hold for text in NFC.`}
            />
            <Piece
              title="What a refusal looks like"
              text={JSON.stringify(
                { status: 422, code: 'signup.refused', reasons: refusal.data?.reasons ?? [] },
                null,
                2,
              )}
              about="Act on the codes; show the messages. Too many from one source answers 429 with Retry-After."
            />
          </div>
        </div>
      )}
    </div>
  );
}

function sample(app: App): Record<string, unknown> {
  const value = (field: App['fields'][number]): unknown =>
    ({
      number: field.minimum ?? 1,
      yes_no: true,
      date: '2026-03-31',
      phone: '+4721930000',
      url: 'https://place.example/',
      country: 'NO',
      several_choices: [field.choices[0]?.value],
      one_choice: field.choices[0]?.value,
    })[field.type as string] ?? 'text';
  return {
    app: app.key,
    name: 'Jo Holm',
    email: `jo@${app.signup.domains[0] ?? 'place.example'}`,
    password: 'slow green otters swim',
    ...(app.signup.fields.length === 0
      ? {}
      : { fields: Object.fromEntries(app.signup.fields.map((field) => [field.key, value(field)])) }),
    ...(app.terms === null ? {} : { terms: app.terms.version }),
  };
}

function Piece({ title, about, text }: { title: string; about: string; text: string }) {
  const { state, copy } = useCopy();
  return (
    <section className="mb-5" aria-label={title}>
      <Heading
        aside={
          <>
            <Button size="small" onClick={() => copy(text)} aria-label={`Copy: ${title}`}>
              Copy
            </Button>
            <Note as="span" role="status">
              {SAYS[state]}
            </Note>
          </>
        }
      >
        {title}
      </Heading>
      <Note className="mb-1.5">{about}</Note>
      <CodeBlock label={`Code: ${title}`}>{text}</CodeBlock>
    </section>
  );
}
