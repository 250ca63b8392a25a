import { useState } from 'react';
import { answer, ApiError } from '../../api/client';
import { TextField } from '../../kit/Field';
import { QrCode } from '../../kit/QrCode';
import { Note, Text } from '../../kit/Text';
import { useFirstFocus } from '../../kit/useFirstFocus';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { Submit } from '../PageFrame';
import { w } from '../words';
import { type Adding } from './FactorSection';

interface Begun {
  id: string;
  key: string;
  address: string;
}

/** Names the app, shows what goes into it, and takes its first code: only then does it count. */
export function AddApp({ app, isFirst, run, onAdded }: Adding & { isFirst: boolean }) {
  const box = useFirstFocus();
  const [name, setName] = useState('');
  const [begun, setBegun] = useState<Begun | null>(null);
  const [code, setCode] = useState('');
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const begin = useSubmit(async () => {
    setRefusal(null);
    await run(async () => {
      try {
        setBegun(await answer(api.POST('/account/factors/authenticators', { body: { name } })));
      } catch (error) {
        if (ApiError.of(error).problem?.reasons.some(({ field }) => field === 'name') !== true) throw error;
        setRefusal(ApiError.of(error));
      }
    });
  }, setRefusal);
  const confirm = useSubmit(async () => {
    setRefusal(null);
    if (begun === null) return;
    const path = { id: begun.id };
    const done = await answer(
      api.POST('/account/factors/authenticators/{id}/confirm', { params: { path }, body: { code } }),
    );
    onAdded(done.recovery_codes);
  }, setRefusal);
  if (begun === null) {
    return (
      <form onSubmit={begin.submit} noValidate className="space-y-2">
        <p>{w.factors.addAbout}</p>
        <TextField
          label={w.factors.name}
          large
          id={box}
          value={name}
          onChange={(event) => setName(event.target.value)}
          error={refusal?.words}
          help={w.factors.nameHelp}
        />
        <Submit look={app.look} ready={name.trim() !== ''} busy={begin.busy}>
          {w.factors.next}
        </Submit>
      </form>
    );
  }
  return (
    <form onSubmit={confirm.submit} noValidate className="space-y-3">
      <p>{w.factors.scan}</p>
      <QrCode text={begun.address} label={w.factors.qr} />
      <div>
        <Note>{w.factors.orType}</Note>
        <Text as="p" face="mono" size="note" className="wrap-anywhere">
          {begun.key}
        </Text>
      </div>
      <TextField
        label={w.factors.code}
        autoComplete="one-time-code"
        inputMode="numeric"
        large
        value={code}
        onChange={(event) => setCode(event.target.value)}
        error={refusal?.words}
        help={isFirst ? w.factors.codeHelp : undefined}
      />
      <Submit look={app.look} ready={code.replace(/\D/g, '').length === 6} busy={confirm.busy}>
        {w.factors.confirm}
      </Submit>
    </form>
  );
}
