import { useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { TextField } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { knowsPasskeys, makePasskey } from '../../kit/passkey';
import { useFirstFocus } from '../../kit/useFirstFocus';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { Submit } from '../PageFrame';
import { w } from '../words';
import { FactorRow } from './FactorRow';
import { FactorSection, type Adding } from './FactorSection';

/** The passkeys there are, and one more. */
export function Passkeys({
  held,
  onChanged,
  ...adding
}: Adding & { held: Schemas['Factors']['passkeys']; onChanged: () => void }) {
  return (
    <FactorSection
      title={w.passkeys.title}
      about={w.passkeys.about}
      rows={held.map(({ id, name, used_at, is_copied }) => (
        <FactorRow
          key={id}
          name={name}
          usedAt={used_at}
          note={is_copied ? ` · ${w.passkeys.copied}` : ''}
          onRemove={() =>
            adding.run(() =>
              answer(api.DELETE('/account/factors/passkeys/{id}', { params: { path: { id } } })).then(onChanged),
            )
          }
        />
      ))}
      add={knowsPasskeys() ? w.passkeys.add : <Notice tone="information">{w.passkeys.unknown}</Notice>}
      onAdded={adding.onAdded}
      form={(added) => <AddPasskey {...adding} onAdded={added} />}
    />
  );
}

function AddPasskey({ app, run, onAdded }: Adding) {
  const box = useFirstFocus();
  const [name, setName] = useState('');
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const [isCancelled, setCancelled] = useState(false);
  const { submit, busy } = useSubmit(async () => {
    setRefusal(null);
    setCancelled(false);
    await run(async () => {
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
