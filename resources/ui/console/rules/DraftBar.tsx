import { Suspense, useState } from 'react';
import { Button } from '../../kit/Button';
import { counted } from '../../text/figures';
import { later } from '../../kit/later';
import { LinkButton } from '../../kit/Link';
import { useMay } from '../api';
import { useHand } from './hand';
import { ImpactFigure } from './ImpactFigure';
import { useCases, useJourneyCases } from './useDraft';
import { Conflicts, Outdated } from './Outdated';
import { PublishDialog } from './PublishDialog';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';

const DocumentDialog = later(() => import('./DocumentDialog').then((module) => module.DocumentDialog));

/** What the draft amounts to, and the way to publish it. */
export function DraftBar() {
  const [open, setOpen] = useState<'publish' | 'document' | null>(null);
  const may = useMay();
  const { draft } = useHand();
  const journeys = useJourneyCases();
  const cases = [...(useCases().data?.items ?? []), ...journeys.filter((one) => one.holds !== null)];
  const unrun = journeys.filter((one) => one.holds === null).length;
  if (draft === undefined) return null;
  const failing = cases.filter((one) => !one.holds).length;
  const asJson = may('kennel:rules.manage') ? (
    <LinkButton onClick={() => setOpen('document')}>Edit as JSON…</LinkButton>
  ) : null;
  return (
    <Surface as="footer" edge="top" ground="well" className="shrink-0">
      <Outdated draft={draft} />
      <Conflicts paths={draft.conflicts} />
      <div className="px-4 py-2.5">
        {draft.version === 0 ? (
          <Note>No draft. Change a rule to begin one; nothing counts until it is published. {asJson}</Note>
        ) : (
          <div className="flex flex-wrap items-center gap-3">
            <Text as="div" size="small" className="min-w-52 flex-1">
              <strong>{counted(draft.changes.length, 'change', 'changes')}.</strong>{' '}
              {failing === 0
                ? counted(cases.length, 'case holds', 'cases hold')
                : `${failing} of ${counted(cases.length, 'case', 'cases')} ${failing === 1 ? 'fails' : 'fail'}`}
              {unrun === 0 ? '' : `, ${counted(unrun, 'journey', 'journeys')} not run yet`}
              {draft.blockers.length === 0 ? '.' : `; ${counted(draft.blockers.length, 'blocker', 'blockers')}.`}{' '}
              {draft.warnings.length === 0 ? '' : `${counted(draft.warnings.length, 'warning', 'warnings')}. `}
              <ImpactFigure /> {asJson}
            </Text>
            {may('kennel:rules.manage') ? (
              <Button
                kind="act"
                disabled={draft.base_revision !== draft.newest_revision}
                onClick={() => setOpen('publish')}
              >
                Review and publish…
              </Button>
            ) : null}
          </div>
        )}
      </div>
      {open === 'publish' ? <PublishDialog draft={draft} onClose={() => setOpen(null)} /> : null}
      {open === 'document' ? (
        <Suspense fallback={null}>
          <DocumentDialog draft={draft} onClose={() => setOpen(null)} />
        </Suspense>
      ) : null}
    </Surface>
  );
}
