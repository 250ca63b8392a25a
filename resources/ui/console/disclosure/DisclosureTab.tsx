import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { InlineLink } from '../../kit/Link';
import { Matrix, type MatrixCell } from '../../kit/Matrix';
import { QueryState } from '../../kit/QueryState';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { api, useMay } from '../api';
import { permissions as permissionsQuery } from '../queries';
import { DraftState } from '../rules/Bench';
import { Conflict } from '../rules/Conflict';
import { DraftBar } from '../rules/DraftBar';
import { DraftProvider, useHand } from '../rules/hand';
import { Touched } from '../rules/Touched';
import { DirectoryRules } from './DirectoryRules';
import { GrantDialog } from './GrantDialog';
import { audiencesOf, hasAnyhow, listingOf, withGrant, type Grant } from './listing';

type Field = Schemas['DisclosableField'];

const WORDS: Partial<Record<MatrixCell, string>> = {
  own: 'handed out',
  asked: 'handed out of those who agreed',
  inherited: 'handed out with every account, or with the rest',
  none: 'kept back',
};

/** Fields × audiences: who is handed what of an account. A rule, so it is drafted, measured and published like the others. */
export function DisclosureTab() {
  return (
    <DraftProvider>
      <Grid />
    </DraftProvider>
  );
}

function Grid() {
  const hand = useHand();
  const mayChange = useMay()('kennel:rules.manage');
  const permissions = useQuery(permissionsQuery).data?.items ?? [];
  const fields = useQuery({
    queryKey: ['disclosure', hand.draft?.base_revision, hand.draft?.version],
    queryFn: ({ signal }) => answer(api.GET('/disclosure', { signal })),
  });
  const [open, setOpen] = useState<readonly [field: string, audience: string] | null>(null);
  const document = hand.document;
  const items = inOrder(fields.data?.items ?? []);
  const byKey = new Map(items.map((field) => [field.key, field]));
  const audiences = document === undefined ? [] : audiencesOf(document);
  const grantOf = (field: string, audience: string): Grant | undefined =>
    document === undefined ? undefined : listingOf(document, field)?.listed.grants.find(({ key }) => key === audience);
  const cell = (key: string, audience: string): MatrixCell => {
    const field = byKey.get(key);
    const kind = audiences.find((one) => one.key === audience)?.kind;
    if (field !== undefined && kind !== undefined && hasAnyhow(field.origin, kind)) return 'inherited';
    const grant = grantOf(key, audience);
    if (grant === undefined) return 'none';
    if (document !== undefined && listingOf(document, key)?.isOwn === false) return 'inherited';
    return grant.consent ? 'asked' : 'own';
  };
  const isChanged = (key: string, audience: string): boolean =>
    hand.draft?.changes.some(
      ({ path }) =>
        path === `disclosure.fields.${key}` || path.startsWith(`disclosure.fields.${key}.grants.${audience}`),
    ) === true;
  const set = (key: string, audience: string, grant: Grant | null) => {
    if (document === undefined) return;
    hand.change(['disclosure', 'fields', key], withGrant(document, key, audience, grant));
    setOpen(null);
  };
  const opened = open === null ? undefined : byKey.get(open[0]);
  const openedFor = open === null ? undefined : audiences.find(({ key }) => key === open[1]);
  const turn = (key: string, audience: string) => {
    const field = byKey.get(key);
    const kind = audiences.find((one) => one.key === audience)?.kind;
    // What the desk and the holder have anyhow is no rule; how a password is stored can be nobody else's.
    if (field === undefined || kind === undefined || field.origin === 'built_in')
      if (field === undefined || kind === undefined || hasAnyhow(field.origin, kind) || !field.may_leave_the_desk)
        return;
    setOpen([key, audience]);
  };
  return (
    <div className="flex h-full flex-col">
      <DraftState>
        <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
          <div className="flex min-h-0 min-w-0 flex-1 flex-col px-4 py-3 max-lg:h-[28rem] max-lg:flex-none max-sm:px-3">
            <Conflict />
            <QueryState of={fields} what="the fields" isEmpty={items.length === 0} empty="There are no fields.">
              <Matrix
                label="Who is handed what"
                columns={audiences.map(({ key, name }) => ({ key, head: name }))}
                rows={items.map((field) => ({
                  key: field.key,
                  name: field.label,
                  head: (
                    <RowHead
                      field={field}
                      isClassified={
                        field.origin === 'built_in' ||
                        (document !== undefined && listingOf(document, field.key) !== null)
                      }
                      onNobody={
                        mayChange
                          ? () => hand.change(['disclosure', 'fields', field.key], { key: field.key, grants: [] })
                          : undefined
                      }
                    />
                  ),
                }))}
                cell={cell}
                isChanged={isChanged}
                words={WORDS}
                onToggle={turn}
              />
            </QueryState>
          </div>
          <Surface
            as="aside"
            edge="side"
            aria-label="What it amounts to"
            className="w-[300px] shrink-0 overflow-y-auto px-4 py-3 max-lg:w-full"
          >
            <Note>
              ● handed out · ◐ of those who agreed · ○ with every account, or with the rest. Space opens a cell.
            </Note>
            <Touched touches={(count) => count.field?.startsWith('disclosure.') === true} />
            <DirectoryRules />
            <Text as="p" size="small" className="mt-4">
              <InlineLink to="/roles/preview">See what an audience is handed of an account</InlineLink>
            </Text>
          </Surface>
        </div>
        <DraftBar />
      </DraftState>
      {opened === undefined || openedFor === undefined ? null : (
        <GrantDialog
          key={`${opened.key} ${openedFor.key}`}
          field={opened}
          audience={openedFor}
          grant={grantOf(opened.key, openedFor.key)}
          permissions={permissions}
          mayChange={mayChange}
          onSet={(grant) => set(opened.key, openedFor.key, grant)}
          onClose={() => setOpen(null)}
        />
      )}
    </div>
  );
}

const ORIGINS: readonly Field['origin'][] = ['field', 'own', 'internal', 'built_in'];

/** What nobody has looked at is first; what every account has, and mostly stays where it is, is last. */
const inOrder = (fields: readonly Field[]): Field[] =>
  [...fields].sort(
    (one, other) =>
      Number(one.is_classified) - Number(other.is_classified) ||
      ORIGINS.indexOf(one.origin) - ORIGINS.indexOf(other.origin),
  );

function RowHead({
  field,
  isClassified,
  onNobody,
}: {
  field: Field;
  isClassified: boolean;
  onNobody: (() => void) | undefined;
}) {
  return (
    <span className="flex min-h-7 flex-wrap items-center gap-x-2" title={field.key}>
      <bdi>{field.label}</bdi>
      {field.origin === 'own' || field.origin === 'internal' ? (
        <Text face="mono" size="small" tone="soft">
          {field.origin}
        </Text>
      ) : null}
      {isClassified ? null : (
        <>
          <Text size="small" tone="caution" weight="strong">
            ▲ unclassified
          </Text>
          {onNobody === undefined ? null : (
            <Button size="small" aria-label={`${field.label}: for nobody`} onClick={onNobody}>
              For nobody
            </Button>
          )}
        </>
      )}
    </span>
  );
}
