import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { FilterChip } from '../../kit/Chip';
import { Checkbox, TextField } from '../../kit/Field';
import { IconButton } from '../../kit/SmallButtons';
import { Text } from '../../kit/Text';
import { useToast } from '../../kit/Toast';
import { grouped } from '../../text/figures';
import { api } from '../api';
import { accountViews } from '../queries';

export type View = Schemas['AccountView'];

/** What a view keeps of the list as it is now. */
export interface Listed {
  search: string;
  where: string;
  sort: string;
  columns: readonly string[];
}

/** The views that are kept, each with how many it finds now; and keeping this one. */
export function Views({
  listed,
  isEverybody,
  onOpen,
}: {
  listed: Listed;
  /** Nothing is searched for or filtered. */
  isEverybody: boolean;
  onOpen: (view: View | null) => void;
}) {
  const client = useQueryClient();
  const toast = useToast();
  const [isKeeping, setKeeping] = useState(false);
  const views = useQuery({ ...accountViews, refetchInterval: 15_000 }).data?.items ?? [];
  const remove = useMutation({
    mutationFn: (id: string) => answer(api.DELETE('/account-views/{id}', { params: { path: { id } } })),
    onSuccess: () => {
      toast('The view was removed.');
      void client.invalidateQueries({ queryKey: accountViews.queryKey });
    },
  });
  const here = views.find((view) => view.search === listed.search && JSON.stringify(view.where) === listed.where);
  if (views.length === 0 && isEverybody) return null;
  return (
    <div className="flex flex-wrap items-center gap-1.5" role="group" aria-label="Views">
      {views.map((view) => (
        <span key={view.id} className="inline-flex items-center">
          <FilterChip pressed={view.id === here?.id} onPress={(on) => onOpen(on ? view : null)}>
            <bdi className="max-w-48 truncate" title={view.is_shared ? `${view.name}, shared` : view.name}>
              {view.name}
            </bdi>
            <Text face="mono" size="small">
              {view.total === null ? '?' : `${grouped(view.total)}${view.total_is_exact ? '' : '+'}`}
            </Text>
          </FilterChip>
          {view.is_own && view.id === here?.id ? (
            <IconButton
              label={`Remove the view ${view.name}`}
              onClick={() => (remove.isPending ? undefined : remove.mutate(view.id))}
            >
              ✕
            </IconButton>
          ) : null}
        </span>
      ))}
      {isEverybody || here !== undefined ? null : (
        <FilterChip pressed={false} onPress={() => setKeeping(true)}>
          + keep this view
        </FilterChip>
      )}
      {isKeeping ? <KeepDialog listed={listed} onClose={() => setKeeping(false)} /> : null}
    </div>
  );
}

function KeepDialog({ listed, onClose }: { listed: Listed; onClose: () => void }) {
  const client = useQueryClient();
  const [name, setName] = useState('');
  const [isShared, setShared] = useState(false);
  return (
    <ActDialog
      title="Keep this view"
      act="Keep view"
      asksWhy={false}
      onClose={onClose}
      run={async () => {
        await answer(
          api.POST('/account-views', { body: { ...listed, columns: [...listed.columns], name, is_shared: isShared } }),
        );
        await client.invalidateQueries({ queryKey: accountViews.queryKey });
      }}
    >
      {({ of }) => (
        <>
          <TextField
            label="Name"
            autoComplete="off"
            maxLength={60}
            value={name}
            onChange={(event) => setName(event.target.value)}
            error={of('name')}
            help="Its search, filters, order and columns are kept. One of the same name is replaced."
          />
          <Checkbox
            label="Share it with every operator"
            checked={isShared}
            onChange={(event) => setShared(event.target.checked)}
          />
        </>
      )}
    </ActDialog>
  );
}
