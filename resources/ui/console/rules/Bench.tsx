import { useEffect, useRef, type ReactNode } from 'react';
import { RuleColumn } from '../../kit/Columns';
import { QueryState } from '../../kit/QueryState';
import { Surface } from '../../kit/Surface';
import { TabLink } from '../../kit/Tabs';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useTitle } from '../../kit/useTitle';
import { useMay } from '../api';
import { useHand } from './hand';

/** The head of a station with several views: its name, the views, and what is known of all of them. */
export function StationHead({
  name,
  path,
  search = '',
  tabs,
  tab,
  aside,
}: {
  name: string;
  path: string;
  search?: string;
  tabs: readonly (readonly [key: string, name: string, figure?: ReactNode])[];
  tab: string;
  aside?: ReactNode;
}) {
  const nav = useRef<HTMLElement>(null);
  useTitle(`${name}: ${tabs.find(([key]) => key === tab)?.[1] ?? tab}`);
  useEffect(() => {
    nav.current?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [tab]);
  return (
    <Surface
      as="header"
      edge="bottom"
      className="flex min-h-11 shrink-0 flex-wrap items-stretch gap-x-4 px-4 max-sm:px-3 max-sm:pt-2"
    >
      <Text as="h1" size="lead" weight="bold" className="flex items-center">
        {name}
      </Text>
      <nav ref={nav} aria-label={name} className="flex min-h-9 min-w-0 gap-x-4 overflow-x-auto">
        {tabs.map(([key, label, figure]) => (
          <TabLink key={key} to={{ pathname: `${path}/${key}`, search }} isHere={key === tab}>
            {label} {figure}
          </TabLink>
        ))}
      </nav>
      {aside}
    </Surface>
  );
}

/** Upon which revision the draft stands, and whose it is. */
export function DraftFigure() {
  const { draft } = useHand();
  return draft === undefined ? null : (
    <Note className="ml-auto flex items-center max-lg:hidden">
      {draft.version === 0 ? (
        `Revision ${draft.base_revision} is in force`
      ) : (
        <span>
          Draft based on revision {draft.base_revision}, saved by <bdi>{draft.saved_by}</bdi>,{' '}
          <When at={draft.saved_at} />
        </span>
      )}
    </Note>
  );
}

/** What is set, once it is known. */
export function DraftState({ children }: { children: ReactNode }) {
  const hand = useHand();
  return (
    <QueryState of={{ ...hand, error: hand.failure }} what="the draft">
      {hand.document === undefined ? null : children}
    </QueryState>
  );
}

/** Rules at the left with what the draft amounts to below them, and what they mean at the right. */
export function BenchColumns({ rules, bar, children }: { rules: ReactNode; bar: ReactNode; children: ReactNode }) {
  const mayChange = useMay()('kennel:rules.manage');
  return (
    <div className="@container flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
      <RuleColumn>
        {/* It scrolls, and what is in it may be all text. */}
        {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- a region that scrolls has to be reachable by keyboard */}
        <div className="relative min-h-0 flex-1 overflow-y-auto" role="region" aria-label="Rule" tabIndex={0}>
          <h2 className="sr-only">Rules</h2>
          {mayChange ? null : (
            <Surface edge="bottom" ground="well" className="px-4 py-2">
              <Note>None of your roles lets you change the rules.</Note>
            </Surface>
          )}
          <fieldset disabled={!mayChange} className="contents">
            <legend className="sr-only">Rules</legend>
            {rules}
          </fieldset>
        </div>
        {bar}
      </RuleColumn>
      {children}
    </div>
  );
}
