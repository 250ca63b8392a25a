import { useQuery } from '@tanstack/react-query';
import { Navigate, useLocation, useNavigate, useParams } from 'react-router';
import { answer } from '../../api/client';
import { Select } from '../../kit/Field';
import { SideLink } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { Segments } from '../../kit/Segments';
import { Surface } from '../../kit/Surface';
import { api } from '../api';
import { Conflict } from '../rules/Conflict';
import { useHand } from '../rules/hand';
import { useQuestion } from '../useQuestion';
import { MailRules } from './MailRules';
import { keyOf, LANGUAGES, wordsOf, type Language } from './wording';
import { WordingEditor } from './WordingEditor';

const FROM = { own: 'own words', all: 'as for all apps', shipped: undefined } as const;

/** What messages say. A rule, so it is drafted, measured and published like the others. */
export function WordingScreen() {
  return (
    <MailRules label="Wording" tab="wording">
      <Kinds />
    </MailRules>
  );
}

function Kinds() {
  const hand = useHand();
  const asked = useParams()['kind'];
  const { search } = useLocation();
  const navigate = useNavigate();
  const [{ app, language: tag }, set] = useQuestion('app', 'language');
  const language: Language = tag === 'de' ? 'de' : 'en';
  const kinds = useQuery({
    queryKey: ['wording-kinds'],
    queryFn: ({ signal }) => answer(api.GET('/wordings', { signal })),
    staleTime: Infinity,
  });
  const document = hand.document;
  const items = kinds.data?.kinds ?? [];
  const open = items.find(({ kind }) => kind === (asked ?? items[0]?.kind));
  if (document === undefined) return null;
  if (asked !== undefined && items.length > 0 && open === undefined) return <Navigate to="/mail/wording" replace />;
  return (
    <div className="flex h-full max-lg:flex-col max-lg:overflow-y-auto">
      <nav
        aria-label="Kinds of messages"
        className="w-64 shrink-0 overflow-y-auto py-3 max-lg:w-full max-lg:overflow-visible"
      >
        <div className="space-y-2 px-4 pb-3 max-sm:px-3">
          <Select
            label="App"
            value={app}
            onChange={(event) => set({ app: event.target.value })}
            choices={[
              { value: '', label: 'All apps' },
              ...document.apps.map(({ key, look }) => ({ value: key, label: look.name })),
            ]}
          />
          <Segments
            label="Language"
            value={language}
            choices={LANGUAGES}
            onChange={(next) => set({ language: next === 'en' ? null : next })}
          />
        </div>
        <QueryState of={kinds} what="the kinds of messages">
          {/* Where there is no room beside it, a list would push what it opens off the screen. */}
          <div className="px-4 max-sm:px-3 lg:hidden">
            <Select
              label="Kind of message"
              value={open?.kind ?? ''}
              onChange={(event) => void navigate({ pathname: `/mail/wording/${event.target.value}`, search })}
              choices={items.map(({ kind, label }) => ({ value: kind, label }))}
              required
            />
          </div>
          <ul className="max-lg:hidden">
            {items.map(({ kind, label }) => (
              <li key={kind}>
                <SideLink
                  to={{ pathname: `/mail/wording/${kind}`, search }}
                  isHere={kind === open?.kind}
                  figure={FROM[wordsOf(document, kind, app, language)?.from ?? 'shipped']}
                >
                  {label}
                </SideLink>
              </li>
            ))}
          </ul>
        </QueryState>
      </nav>
      <Surface edge="side" className="flex min-h-0 min-w-0 flex-1 flex-col max-lg:flex-none">
        <Conflict />
        {open === undefined ? null : (
          <WordingEditor key={keyOf(open.kind, app, language)} kind={open} app={app} language={language} />
        )}
      </Surface>
    </div>
  );
}
