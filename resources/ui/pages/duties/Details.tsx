import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Checkbox } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { PageLink, ScrollBox } from '../../kit/Page';
import { useSubmit } from '../../kit/useSubmit';
import { api, isTried, pagePath, tellBench } from '../api';
import { boxId, FieldBox } from '../../kit/FieldBox';
import { PictureBox } from './PictureBox';
import { Loading, Mistakes, NotSignedIn, PageFrame, Submit, type Mistake } from '../PageFrame';
import { goOn } from '../signin/goOn';
import { timed, useLast, useVerdict } from '../signup/useVerdict';
import { longDate, w } from '../words';
import { TermsText } from './Terms';

type App = Schemas['App'];
type Own = Schemas['OwnAccount'];

/** The second step: whatever the account owes that its holder can settle here. Also where fields are changed later on. */
export function Details({ app }: { app: App }) {
  const [own, setOwn] = useState<Own | ApiError | null>(isTried ? nobody(app) : null);
  useEffect(() => {
    if (!isTried) answer(api.GET('/account')).then(setOwn, setOwn);
  }, []);
  if (own === null) return <Loading app={app} />;
  if (own instanceof ApiError) {
    return <NotSignedIn app={app} error={own} />;
  }
  return <DetailsForm key={own.id} app={app} own={own} onChange={setOwn} />;
}

async function judge(input: { app: string; fields: Record<string, unknown> }): Promise<Schemas['Verdict']> {
  const { result, milliseconds } = await timed(answer(api.POST('/fields/verdict', { body: input })));
  // A page that nobody has touched is no try.
  if (Object.values(input.fields).some((value) => value !== null))
    tellBench({ kind: 'verdict', request: input, response: result, milliseconds });
  return result;
}

function DetailsForm({ app, own, onChange }: { app: App; own: Own; onChange: (own: Own) => void }) {
  const mine = app.fields.filter((field) => field.edited_by === 'holder');
  const owes = (duty: string) => own.owed.some((owed) => owed.duty === duty);
  const isStep = owes('complete_fields') || owes('accept_terms');
  const pictures = mine.filter((field) => field.type === 'picture');
  const asked = mine.filter((field) => field.type !== 'picture');
  const heldOf = (key: string): unknown => own.fields.find((held) => held.key === key)?.value ?? null;
  const [values, setValues] = useState<Record<string, unknown>>(() =>
    Object.fromEntries(asked.map(({ key }) => [key, heldOf(key)])),
  );
  // What is not owed and was not changed stays as it is: it may be filled in and not be shown to its holder.
  const sent = Object.fromEntries(
    Object.entries(values).filter(
      ([key, value]) =>
        own.owed.some(({ subject }) => subject === `complete_fields:${key}`) ||
        JSON.stringify(value) !== JSON.stringify(heldOf(key)),
    ),
  );
  const [accepted, setAccepted] = useState(false);
  const [touched, setTouched] = useState<ReadonlySet<string>>(new Set());
  const [pressed, setPressed] = useState(0);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const [saved, setSaved] = useState(false);
  const verdict = useVerdict({ app: app.key, fields: sent }, judge, app);
  const shown = useLast(verdict);
  const mustAccept = owes('accept_terms') && app.terms !== null;
  const isAccepted = !mustAccept || accepted;
  // Not known to be wrong: where no verdict has come, the server decides when it is sent.
  const mayBeSent = verdict?.accepted !== false && isAccepted;
  const reason = (key: string) => shown?.reasons.find(({ field }) => field === `fields.${key}`)?.message;
  const mistakes: Mistake[] =
    pressed === 0
      ? []
      : [
          ...(mustAccept && !accepted ? [{ id: boxId('terms'), label: w.boxes.terms, message: w.checks.terms }] : []),
          ...asked.flatMap(({ key, label }) => {
            const message = reason(key);
            return message === undefined ? [] : [{ id: boxId(key), label, message }];
          }),
        ];

  const save = async () => {
    if (isTried) {
      setSaved(true);
      return;
    }
    let version = own.version;
    if (mustAccept) {
      const after = await answer(api.POST('/account/terms', { body: { version: app.terms?.version ?? '' } }));
      version = after.version;
      onChange(after);
    }
    const after = await answer(
      api.PATCH('/account/fields', { body: { fields: sent }, params: { header: { 'If-Match': `"v${version}"` } } }),
    );
    onChange(after);
    setFailure(null);
    setSaved(true);
    if (!isStep) return;
    return goOn();
  };
  const point = () => {
    setTouched(new Set(asked.map(({ key }) => key)));
    setPressed(pressed + 1);
  };
  const { submit, busy } = useSubmit(
    async () => (mayBeSent ? save() : point()),
    (error) => {
      setFailure(error);
      if (error.status === 422) point();
      // Somebody changed the account meanwhile: the newer record is taken, and what was typed stays to be saved upon it.
      if (error.status === 412) answer(api.GET('/account')).then(onChange, () => undefined);
    },
  );

  return (
    <PageFrame app={app} title={isStep ? w.details.firstTitle : w.details.title}>
      {isStep ? <p className="mb-4">{w.details.first(app.name)}</p> : null}
      <form onSubmit={submit} noValidate className="space-y-2">
        <Mistakes key={pressed} mistakes={mistakes} />
        {failure === null ? null : (
          <Notice tone="stop" role="alert">
            {failure.status === 412 ? w.details.newer : failure.words}
          </Notice>
        )}
        {mustAccept && app.terms !== null ? (
          <section className="mb-4" aria-label={w.boxes.terms}>
            <ScrollBox label={w.details.termsInFull}>
              <TermsText text={app.terms.text} />
            </ScrollBox>
            <Checkbox
              id={boxId('terms')}
              label={w.signUp.acceptTerms(longDate(app.terms.version))}
              checked={accepted}
              onChange={(event) => setAccepted(event.target.checked)}
            />
          </section>
        ) : null}
        {asked.map((field) => (
          <FieldBox
            key={field.key}
            field={field}
            value={values[field.key]}
            error={touched.has(field.key) ? reason(field.key) : undefined}
            onChange={(value) => {
              setSaved(false);
              setValues({ ...values, [field.key]: value });
            }}
            onLeave={() => setTouched((before) => new Set([...before, field.key]))}
          />
        ))}
        {pictures.map((field) => (
          <PictureBox key={field.key} field={field} own={own} onChange={onChange} />
        ))}
        {mine.length === 0 && !mustAccept ? (
          <p>{w.details.none}</p>
        ) : (
          <div className="pt-2">
            <Submit look={app.look} ready={shown?.accepted === true && isAccepted} busy={busy}>
              {isStep ? w.details.saveAndGo : w.details.save}
            </Submit>
          </div>
        )}
        <div aria-live="polite">
          {saved ? <Notice tone="good">{isTried ? w.details.rehearsed : w.edit.saved}</Notice> : null}
        </div>
      </form>
      {isStep || isTried ? null : (
        <p className="mt-5">
          <PageLink href={pagePath('profile')}>{w.links.profile}</PageLink>
        </p>
      )}
    </PageFrame>
  );
}

/** Somebody who has just signed up, for a page that is tried. */
function nobody(app: App): Own {
  return {
    id: 'tried',
    version: 1,
    name: '',
    email: '',
    app: app.key,
    language: null,
    access: 'limited',
    owed: app.fields
      .filter(({ required }) => required !== 'never')
      .map(({ key, label }) => ({
        duty: 'complete_fields',
        subject: `complete_fields:${key}`,
        message: label,
        settled_by: '',
        is_waivable: false,
      })),
    fields: [],
  };
}
