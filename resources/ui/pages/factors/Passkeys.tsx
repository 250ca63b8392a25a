import { useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { TextField } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { knowsPasskeys, makePasskey } from '../../kit/passkey';
import { Text } from '../../kit/Text';
import { useFirstFocus } from '../../kit/useFirstFocus';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { Submit } from '../PageFrame';
import { w } from '../words';
import { FactorRow } from './FactorRow';

/** The passkeys there are, and one more. */
export function Passkeys({
  app,
  held,
  run,
  onChanged,
  onAdded,
}: {
  app: Schemas['App'];
  held: Schemas['Factors']['passkeys'];
  /** Does an act, asking for the password first where that is needed. */
  run: (act: () => Promise<void>) => void;
  onChanged: () => void;
  onAdded: (codes: readonly string[] | null) => void;
}) {
  const [adds, setAdds] = useState(false);
  return (
    <section aria-label={w.passkeys.title} className="space-y-3">
      <Text as="h2" weight="strong" size="lead">
        {w.passkeys.title}
      </Text>
      <p>{w.passkeys.about}</p>
      {held.length === 0 ? null : (
        <ul className="space-y-3">
          {held.map((one) => (
            <FactorRow
              key={one.id}
              name={one.name}
              usedAt={one.used_at}
              note={one.is_copied ? ` · ${w.passkeys.copied}` : ''}
              onRemove={() =>
                run(() =>
                  answer(api.DELETE('/account/factors/passkeys/{id}', { params: { path: { id: one.id } } })).then(
                    onChanged,
                  ),
                )
              }
            />
          ))}
        </ul>
      )}
      {!knowsPasskeys() ? (
        <Notice tone="information">{w.passkeys.unknown}</Notice>
      ) : adds ? (
        <AddPasskey
          app={app}
          run={run}
          onAdded={(codes) => {
            setAdds(false);
            onAdded(codes);
          }}
        />
      ) : (
        <Button size="large" onClick={() => setAdds(true)}>
          {w.passkeys.add}
        </Button>
      )}
    </section>
  );
}

function AddPasskey({
  app,
  run,
  onAdded,
}: {
  app: Schemas['App'];
  run: (act: () => Promise<void>) => void;
  onAdded: (codes: readonly string[] | null) => void;
}) {
  const box = useFirstFocus();
  const [name, setName] = useState('');
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const [isCancelled, setCancelled] = useState(false);
  const { submit, busy } = useSubmit(async () => {
    setRefusal(null);
    setCancelled(false);
    run(async () => {
      const response = await makePasskey(await answer(api.POST('/account/factors/passkeys/options')));
      if (response === null) {
        setCancelled(true);
        return;
      }
      await answer(api.POST('/account/factors/passkeys', { body: { name, response } })).then(
        ({ recovery_codes }) => onAdded(recovery_codes),
        setRefusal,
      );
    });
  }, setRefusal);
  return (
    <form onSubmit={submit} noValidate className="space-y-2">
      {isCancelled ? (
        <Notice tone="caution" role="status">
          {w.passkeys.cancelled}
        </Notice>
      ) : null}
      <TextField
        id={box}
        label={w.factors.name}
        large
        value={name}
        onChange={(event) => setName(event.target.value)}
        error={refusal?.words}
        help={w.factors.nameHelp}
      />
      <Submit look={app.look} ready={name.trim() !== ''} busy={busy}>
        {w.passkeys.make}
      </Submit>
    </form>
  );
}
