import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { InlineLink } from '../../kit/Link';
import { Screen } from '../../kit/Layout';
import { Notice } from '../../kit/Notice';
import { QueryState } from '../../kit/QueryState';
import { useSettled } from '../../kit/useSettled';
import { useSubmit } from '../../kit/useSubmit';
import { api, refresh } from '../api';
import { ImportReport } from './ImportReport';
import { KeptPlans } from './KeptPlans';
import type { Plan } from './plan';
import { PlanColumns } from './PlanColumns';
import { PlanOptions } from './PlanOptions';
import { PlanPreview } from './PlanPreview';

/** One import: what becomes of its columns while that can still be said, and how far it is. */
export function Planner({ id }: { id: string }) {
  const shown = useQuery({
    queryKey: ['import', id],
    queryFn: ({ signal }) => answer(api.GET('/imports/{id}', { params: { path: { id } }, signal })),
    refetchInterval: ({ state }) => {
      const now = state.data?.import.state;
      return now === 'checking' || now === 'importing' ? 500 : false;
    },
  });
  const { data } = shown;
  const isOpen = data?.import.state === 'received' || data?.import.state === 'checked';
  return (
    <Screen
      title={data === undefined ? 'Import' : `Import ${data.import.name}`}
      aside={<InlineLink to="/accounts/import">All imports</InlineLink>}
    >
      <QueryState of={shown} what="the import">
        {data === undefined ? null : (
          <>
            <ImportReport of={data.import} />
            {isOpen && data.plan !== null ? (
              <PlanForm key={id} of={data.import} tables={data.tables} begins={data.plan} />
            ) : null}
          </>
        )}
      </QueryState>
    </Screen>
  );
}

interface Table {
  name: string;
  columns: string[];
}

function PlanForm({ of, tables, begins }: { of: Schemas['Import']; tables: readonly Table[]; begins: Plan }) {
  const client = useQueryClient();
  const [plan, setPlan] = useState(begins);
  const [error, setError] = useState<ApiError | null>(null);
  const path = { params: { path: { id: of.id } } };
  const tried = useSettled(plan, 400);
  const preview = useQuery({
    queryKey: ['import-preview', of.id, JSON.stringify(tried)],
    queryFn: ({ signal }) => answer(api.POST('/imports/{id}/preview', { ...path, body: { plan: tried }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const changeTable = async (table: string) => {
    const suggested = await answer(api.GET('/imports/{id}', { params: { path: { id: of.id }, query: { table } } }));
    if (suggested.plan !== null) setPlan({ ...suggested.plan, app: plan.app });
  };
  const { submit, busy } = useSubmit(async () => {
    setError(null);
    await answer(api.POST('/imports/{id}/check', { ...path, body: { plan } }));
    await client.invalidateQueries({ queryKey: ['import', of.id] });
    refresh(client);
  }, setError);
  const columns = [
    ...(tables.find(({ name }) => name === plan.table) ?? tables[0] ?? { columns: [] }).columns,
    ...(plan.links === null ? [] : [`${plan.links.roles}.${plan.links.role_name}`]),
  ];
  return (
    <form noValidate aria-label="Plan of the import" className="mt-4 space-y-5" onSubmit={submit}>
      <KeptPlans plan={plan} columns={columns} onChoose={setPlan} />
      <PlanColumns
        plan={plan}
        columns={columns}
        samples={preview.data?.columns ?? []}
        tables={tables}
        onTable={(table) => void changeTable(table).catch(setError)}
        onChange={setPlan}
      />
      <PlanOptions plan={plan} tables={tables} isDatabase={of.format === 'db'} onChange={setPlan} />
      <PlanPreview plan={plan} preview={preview} />
      <Failure error={error} />
      <div className="flex flex-wrap items-center gap-3">
        <Button type="submit" kind="act" aria-disabled={busy} aria-busy={busy}>
          {of.state === 'checked' ? 'Check every row again' : 'Check every row'}
        </Button>
        <Notice tone="information">Checking changes nothing: it says what would become of each row.</Notice>
      </div>
    </form>
  );
}
