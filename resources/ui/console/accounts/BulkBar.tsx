import { Suspense, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { answer, type ApiError } from '../../api/client';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { later } from '../../kit/later';
import { LinkButton } from '../../kit/Link';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { grouped } from '../../text/figures';
import { api, useMay } from '../api';
import { ACTS, ORDER, type Act } from './bulk';

const BulkParametersDialog = later(() =>
  import('./BulkParametersDialog').then((module) => module.BulkParametersDialog),
);

/** Which accounts an act means: as the API takes it. */
export type Meant = { ids: string[] } | { all: true; search: string; where: string };

const WITH_PARAMETERS: readonly Act[] = ['give_role', 'take_role', 'set_field', 'set_metadata'];

/** What can be done with what is selected. Each act is checked first, and opens beside the list with what it would change. */
export function BulkBar({
  meant,
  selected,
  total,
  isAll,
  onAll,
  onClear,
  onExport,
}: {
  meant: Meant;
  /** How many; null where only the server knows. */
  selected: number | null;
  total: { total: number; total_is_exact: boolean } | null;
  isAll: boolean;
  onAll: () => void;
  onClear: () => void;
  /** Absent for who may not. */
  onExport: (() => void) | undefined;
}) {
  const may = useMay();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const [error, setError] = useState<ApiError | null>(null);
  const [asking, setAsking] = useState<Act | null>(null);
  const [act, setAct] = useState<Act>('suspend');
  const check = async (chosen: Act, parameters: Record<string, unknown>) => {
    const run = await answer(api.POST('/bulk-acts', { body: { act: chosen, parameters, ...meant } }));
    const next = new URLSearchParams(search);
    next.set('bulk', run.id);
    void navigate(`/accounts?${next}`);
  };
  const { submit, busy } = useSubmit(() => {
    setError(null);
    return check(act, {});
  }, setError);
  const offered = ORDER.filter((one) => may(ACTS[one].permission));
  if (offered.length === 0 && onExport === undefined) return null;
  return (
    <Surface as="footer" edge="top" className="shrink-0 space-y-1.5 px-4 py-2">
      <form aria-label="Selected accounts" onSubmit={submit} className="flex flex-wrap items-center gap-1.5">
        <span role="status" className="mr-2 flex flex-wrap items-center gap-x-2">
          <Text weight="strong">
            {isAll
              ? `All ${grouped(total?.total ?? 0)}${total?.total_is_exact === false ? '+' : ''} that match`
              : `${grouped(selected ?? 0)} selected`}
          </Text>
          {isAll ? null : <LinkButton onClick={onAll}>all that match</LinkButton>}
          <LinkButton onClick={onClear}>none</LinkButton>
        </span>
        <span className="contents max-sm:flex max-sm:w-full max-sm:gap-1.5 max-sm:overflow-x-auto max-sm:pb-1">
          {offered.map((one) =>
            WITH_PARAMETERS.includes(one) ? (
              <Button key={one} size="small" onClick={() => setAsking(one)}>
                {ACTS[one].label}
              </Button>
            ) : (
              <Button
                key={one}
                size="small"
                type="submit"
                kind={ACTS[one].kind === 'stop' ? 'stop' : 'plain'}
                aria-disabled={busy}
                onClick={() => setAct(one)}
              >
                {ACTS[one].label}
              </Button>
            ),
          )}
          {onExport === undefined ? null : (
            <Button size="small" onClick={onExport}>
              Export…
            </Button>
          )}
        </span>
      </form>
      <Failure error={error} />
      {asking === null ? null : (
        <Suspense fallback={null}>
          <BulkParametersDialog act={asking} onClose={() => setAsking(null)} check={check} />
        </Suspense>
      )}
    </Surface>
  );
}
