import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { TextField } from '../../kit/Field';
import { useFirstFocus } from '../../kit/useFirstFocus';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { Submit } from '../PageFrame';
import { w } from '../words';
import { FactorRow } from './FactorRow';
import { FactorSection, type Adding } from './FactorSection';

/** The telephones that codes are texted to, and one more where the rules offer it. */
export function Phones({
  held,
  isOffered,
  onChanged,
  ...adding
}: Adding & { held: Schemas['Factors']['phones']; isOffered: boolean; onChanged: () => void }) {
  return (
    <FactorSection
      title={w.phones.title}
      about={w.phones.about}
      rows={held.map(({ id, number, used_at }) => (
        <FactorRow
          key={id}
          name={number}
          usedAt={used_at}
          onRemove={() =>
            adding.run(() =>
              answer(api.DELETE('/account/factors/phones/{id}', { params: { path: { id } } })).then(onChanged),
            )
          }
        />
      ))}
      add={isOffered ? w.phones.add : null}
      onAdded={adding.onAdded}
      form={(added) => <AddPhone {...adding} onAdded={added} />}
    />
  );
}

/** The number, then the code that was sent to it. */
function AddPhone({ app, run, onAdded }: Adding) {
  const box = useFirstFocus();
  const [number, setNumber] = useState('');
  const [code, setCode] = useState('');
  const [begun, setBegun] = useState<{ id: string; number: string } | null>(null);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const begin = useSubmit(async () => {
    setRefusal(null);
    await run(async () => {
      try {
        setBegun(await answer(api.POST('/account/factors/phones', { body: { number } })));
      } catch (error) {
        if (ApiError.of(error).problem?.code === 'session.proof_required') throw error;
        setRefusal(ApiError.of(error));
      }
    });
  }, setRefusal);
  const confirm = useSubmit(async () => {
    setRefusal(null);
    if (begun === null) return;
    const path = { id: begun.id };
    const done = await answer(api.POST('/account/factors/phones/{id}/confirm', { params: { path }, body: { code } }));
    onAdded(done.recovery_codes);
  }, setRefusal);
  return begun === null ? (
    <form onSubmit={begin.submit} noValidate className="space-y-2">
      <TextField
        label={w.phones.number}
        type="tel"
        autoComplete="tel"
        large
        id={box}
        value={number}
        onChange={(event) => setNumber(event.target.value)}
        error={refusal?.words}
        help={w.phones.numberHelp}
      />
      <Submit look={app.look} ready={number.replace(/\D/g, '').length > 5} busy={begin.busy}>
        {w.phones.send}
      </Submit>
    </form>
  ) : (
    <form onSubmit={confirm.submit} noValidate className="space-y-2">
      <p>{w.phones.sent(begun.number)}</p>
      <TextField
        label={w.phones.code}
        autoComplete="one-time-code"
        large
        value={code}
        onChange={(event) => setCode(event.target.value)}
        error={refusal?.words}
      />
      <Submit look={app.look} ready={code.replace(/[^A-Za-z0-9]/g, '').length >= 6} busy={confirm.busy}>
        {w.factors.confirm}
      </Submit>
    </form>
  );
}
