import { useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { TextField } from '../../kit/Field';
import { Text } from '../../kit/Text';
import { useFirstFocus } from '../../kit/useFirstFocus';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { Submit } from '../PageFrame';
import { w } from '../words';
import { FactorRow } from './FactorRow';

interface Asked {
  app: Schemas['App'];
  /** Does an act, asking for the password first where that is needed. */
  run: (act: () => Promise<void>) => void;
  onAdded: (codes: readonly string[] | null) => void;
}

/** The telephones that codes are texted to, and one more where the rules offer it. */
export function Phones({
  held,
  isOffered,
  onChanged,
  ...asked
}: Asked & { held: Schemas['Factors']['phones']; isOffered: boolean; onChanged: () => void }) {
  const [adds, setAdds] = useState(false);
  return (
    <section aria-label={w.phones.title} className="space-y-3">
      <Text as="h2" weight="strong" size="lead">
        {w.phones.title}
      </Text>
      <p>{w.phones.about}</p>
      {held.length === 0 ? null : (
        <ul className="space-y-3">
          {held.map(({ id, number, used_at }) => (
            <FactorRow
              key={id}
              name={number}
              usedAt={used_at}
              onRemove={() =>
                asked.run(() =>
                  answer(api.DELETE('/account/factors/phones/{id}', { params: { path: { id } } })).then(onChanged),
                )
              }
            />
          ))}
        </ul>
      )}
      {!isOffered ? null : adds ? (
        <AddPhone
          {...asked}
          onAdded={(codes) => {
            setAdds(false);
            asked.onAdded(codes);
          }}
        />
      ) : (
        <Button size="large" onClick={() => setAdds(true)}>
          {w.phones.add}
        </Button>
      )}
    </section>
  );
}

/** The number, then the code that was sent to it. */
function AddPhone({ app, run, onAdded }: Asked) {
  const box = useFirstFocus();
  const [number, setNumber] = useState('');
  const [code, setCode] = useState('');
  const [begun, setBegun] = useState<{ id: string; number: string } | null>(null);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const begin = useSubmit(async () => {
    setRefusal(null);
    run(async () => {
      try {
        setBegun(await answer(api.POST('/account/factors/phones', { body: { number } })));
      } catch (error) {
        if ((error as ApiError).problem?.code === 'session.proof_required') throw error;
        setRefusal(error as ApiError);
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
