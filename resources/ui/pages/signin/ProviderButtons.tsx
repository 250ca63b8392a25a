import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { w } from '../words';

/** One for each other service the app offers. */
export function ProviderButtons({
  app,
  onRefused,
}: {
  app: Schemas['App'];
  onRefused: (error: ApiError | null) => void;
}) {
  const [chosen, setChosen] = useState('');
  const go = useSubmit(async () => {
    onRefused(null);
    const body = { app: app.key, provider: chosen };
    window.location.assign((await answer(api.POST('/signins/provider', { body }))).address);
    return 'leaves';
  }, onRefused);
  return (
    <form onSubmit={go.submit}>
      {app.providers.map(({ key, name }) => (
        <p key={key} className="mt-3">
          <Button type="submit" size="large" aria-disabled={go.busy} onClick={() => setChosen(key)}>
            {w.outside.with(name)}
          </Button>
        </p>
      ))}
    </form>
  );
}
