import { answer, type ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { w } from '../words';

interface Asked {
  app: Schemas['App'];
  onRefused: (error: ApiError | null) => void;
}

/** One for each other service the app offers. */
export function ProviderButtons({ app, onRefused }: Asked) {
  return app.providers.map((provider) => (
    <p key={provider.key} className="mt-3">
      <ProviderButton app={app} provider={provider} onRefused={onRefused} />
    </p>
  ));
}

function ProviderButton({ app, provider, onRefused }: Asked & { provider: Asked['app']['providers'][number] }) {
  const { submit, busy } = useSubmit(async () => {
    onRefused(null);
    const body = { app: app.key, provider: provider.key };
    window.location.assign((await answer(api.POST('/signins/provider', { body }))).address);
    return 'leaves';
  }, onRefused);
  return (
    <Button size="large" aria-disabled={busy} onClick={() => submit()}>
      {w.outside.with(provider.name)}
    </Button>
  );
}
