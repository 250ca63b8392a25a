import { useParams, useSearchParams } from 'react-router';
import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { api } from '../api';
import { BenchColumns, DraftFigure, StationHead } from '../rules/Bench';
import { Failure } from '../Failure';
import { useCases, useDraft } from '../rules/useDraft';
import { AppChooser } from './AppChooser';
import { CasesTab } from './CasesTab';
import { CodeTab } from './CodeTab';
import { Conflict } from '../rules/Conflict';
import { DraftBar } from '../rules/DraftBar';
import { FieldsTab } from './FieldsTab';
import { FunnelTab } from './FunnelTab';
import { LookTab } from './LookTab';
import { RevisionsTab } from './RevisionsTab';
import { RulesTab } from './RulesTab';
import { TryIt } from './TryIt';

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
  const tab = useParams()['tab'] ?? 'rules';
  const hand = useDraft();
  const apps = useQuery({ queryKey: ['apps'], queryFn: () => answer(api.GET('/apps')) });
  const [search, setSearch] = useSearchParams();
  const app =
    search.get('app') ?? apps.data?.items.find(({ signup }) => signup.closed === null)?.key ?? apps.data?.items[0]?.key;
  const choose = (key: string) => setSearch({ app: key }, { replace: true });
  const isBench = tab === 'rules' || tab === 'fields' || tab === 'look';
  return (
    <section className="flex h-full flex-col" aria-label="Sign-up">
      <StationHead
        name="Sign-up"
        path="/sign-up"
        search={search.toString()}
        tabs={TABS.map(([key, name]) => [key, name, key === 'cases' ? <CasesFigure key={key} /> : null] as const)}
        tab={tab}
        aside={<DraftFigure hand={hand} />}
      />
      <Failure error={hand.failure ?? apps.error} />
      <Conflict hand={hand} />
      {isBench ? (
        <BenchColumns
          bar={<DraftBar hand={hand} />}
          rules={
            <>
              <AppChooser apps={apps.data?.items ?? []} app={app} onChoose={choose} />
              {hand.document === undefined || app === undefined ? null : tab === 'rules' ? (
                <RulesTab hand={hand} app={app} />
              ) : tab === 'fields' ? (
                <FieldsTab hand={hand} app={app} />
              ) : (
                <LookTab hand={hand} app={app} />
              )}
            </>
          }
        >
          {app === undefined ? null : (
            <TryIt app={app} page={tab === 'fields' ? 'details' : 'sign-up'} draft={hand.draft} />
          )}
        </BenchColumns>
      ) : (
        <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
          {tab === 'cases' ? <CasesTab hand={hand} /> : null}
          {tab === 'revisions' ? <RevisionsTab hand={hand} /> : null}
          {tab === 'funnel' ? (
            <FunnelTab
              apps={apps.data?.items ?? []}
              app={search.get('app')}
              onChoose={(key) => setSearch(key === null ? {} : { app: key }, { replace: true })}
            />
          ) : null}
          {tab === 'code' && app !== undefined ? (
            <CodeTab apps={apps.data?.items ?? []} app={app} onChoose={choose} />
          ) : null}
        </div>
      )}
    </section>
  );
}

function CasesFigure() {
  const cases = useCases().data?.items;
  if (cases === undefined) return null;
  const failing = cases.filter((one) => !one.holds).length;
  return failing === 0 ? (
    <span className="ml-1.5 text-small font-semibold text-moss">{cases.length} hold</span>
  ) : (
    <span className="ml-1.5 text-small font-semibold text-brick">
      {failing} of {cases.length} fail
    </span>
  );
}
