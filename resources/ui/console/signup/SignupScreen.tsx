import { useQuery } from '@tanstack/react-query';
import { Suspense } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { Failure } from '../../kit/Failure';
import { Text } from '../../kit/Text';
import { later } from '../../kit/later';
import { Loading } from '../../kit/QueryState';
import { apps as appsQuery } from '../queries';
import { BenchColumns, DraftFigure, DraftState, StationHead } from '../rules/Bench';
import { Conflict } from '../rules/Conflict';
import { DraftBar } from '../rules/DraftBar';
import { DraftProvider } from '../rules/hand';
import { useCases } from '../rules/useDraft';
import { AppChooser } from './AppChooser';
import { RulesTab } from './RulesTab';
import { TryIt } from './TryIt';

const CasesTab = later(() => import('./CasesTab').then((module) => module.CasesTab));
const CodeTab = later(() => import('./CodeTab').then((module) => module.CodeTab));
const FieldsTab = later(() => import('./FieldsTab').then((module) => module.FieldsTab));
const FunnelTab = later(() => import('./FunnelTab').then((module) => module.FunnelTab));
const LookTab = later(() => import('./LookTab').then((module) => module.LookTab));
const RevisionsTab = later(() => import('./RevisionsTab').then((module) => module.RevisionsTab));

const TABS = [
  ['rules', 'Rules'],
  ['fields', 'Fields'],
  ['look', 'Look'],
  ['cases', 'Cases'],
  ['revisions', 'Revisions'],
  ['funnel', 'Funnel'],
  ['code', 'For your code'],
] as const;

/** The station as a bench: the rule, the real page under the draft, and what each try causes, side by side. */
export function SignupScreen() {
  return (
    <DraftProvider>
      <Station />
    </DraftProvider>
  );
}

function Station() {
  const tab = useParams()['tab'] ?? 'rules';
  const apps = useQuery(appsQuery);
  const [search, setSearch] = useSearchParams();
  const app =
    search.get('app') ?? apps.data?.items.find(({ signup }) => signup.closed === null)?.key ?? apps.data?.items[0]?.key;
  const choose = (key: string | null) =>
    setSearch(
      (before) => {
        if (key === null) before.delete('app');
        else before.set('app', key);
        return before;
      },
      { replace: true },
    );
  const isBench = tab === 'rules' || tab === 'fields' || tab === 'look';
  const items = apps.data?.items ?? [];
  return (
    <section className="flex h-full flex-col" aria-label="Sign-up">
      <StationHead
        name="Sign-up"
        path="/sign-up"
        search={app === undefined || search.get('app') === null ? '' : `app=${app}`}
        tabs={TABS.map(([key, name]) => [key, name, key === 'cases' ? <CasesFigure key={key} /> : null] as const)}
        tab={tab}
        aside={<DraftFigure />}
      />
      <Failure error={apps.error} onRetry={apps.refetch} />
      <Conflict />
      <Suspense
        fallback={
          <div className="px-4">
            <Loading what="this view" />
          </div>
        }
      >
        {isBench ? (
          <BenchColumns
            bar={<DraftBar />}
            rules={
              <>
                <AppChooser apps={items} app={app} onChoose={choose} />
                <DraftState>
                  {app === undefined ? null : tab === 'rules' ? (
                    <RulesTab app={app} />
                  ) : tab === 'fields' ? (
                    <FieldsTab app={app} />
                  ) : (
                    <LookTab app={app} />
                  )}
                </DraftState>
              </>
            }
          >
            {app === undefined ? null : <TryIt app={app} page={tab === 'fields' ? 'details' : 'sign-up'} />}
          </BenchColumns>
        ) : (
          <div className="relative min-h-0 flex-1 overflow-y-auto px-4 py-3">
            {tab === 'cases' ? <CasesTab /> : null}
            {tab === 'revisions' ? <RevisionsTab /> : null}
            {tab === 'funnel' ? <FunnelTab apps={items} app={search.get('app')} onChoose={choose} /> : null}
            {tab === 'code' && app !== undefined ? <CodeTab apps={items} app={app} onChoose={choose} /> : null}
          </div>
        )}
      </Suspense>
    </section>
  );
}

function CasesFigure() {
  const cases = useCases().data?.items;
  if (cases === undefined || cases.length === 0) return null;
  const failing = cases.filter((one) => !one.holds).length;
  return failing === 0 ? (
    <Text size="small" weight="strong" tone="good">
      {cases.length} {cases.length === 1 ? 'holds' : 'hold'}
    </Text>
  ) : (
    <Text size="small" weight="strong" tone="stop">
      {failing} of {cases.length} {failing === 1 ? 'fails' : 'fail'}
    </Text>
  );
}
