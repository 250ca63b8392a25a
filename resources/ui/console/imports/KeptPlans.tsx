import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { Combobox } from '../../kit/Combobox';
import { Failure } from '../../kit/Failure';
import { TextField } from '../../kit/Field';
import { LinkButton } from '../../kit/Link';
import { Note } from '../../kit/Text';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import type { Plan } from './plan';

/** Plans kept by name: one of them for this file, or this one for the next. */
export function KeptPlans({
  plan,
  columns,
  onChoose,
}: {
  plan: Plan;
  columns: readonly string[];
  onChoose: (plan: Plan) => void;
}) {
  const client = useQueryClient();
  const toast = useToast();
  const kept =
    useQuery({
      queryKey: ['import-plans'],
      queryFn: ({ signal }) => answer(api.GET('/import-plans', { signal })),
    }).data?.items ?? [];
  const [chosen, setChosen] = useState<string | null>(null);
  const [isKeeping, setKeeping] = useState(false);
  const [name, setName] = useState('');
  const anew = () => client.invalidateQueries({ queryKey: ['import-plans'] });
  const forget = useMutation({
    mutationFn: (id: string) => answer(api.DELETE('/import-plans/{id}', { params: { path: { id } } })),
    onSuccess: () => {
      setChosen(null);
      return anew();
    },
  });
  const fits = (of: Plan) => of.columns.filter(({ from }) => columns.includes(from)).length;
  return (
    <div className="flex flex-wrap items-center gap-3">
      {kept.length === 0 ? null : (
        <Combobox
          label="Kept plan"
          prompt="Use a kept plan"
          value={chosen}
          choices={kept.map(({ id, name: called, plan: of }) => ({
            value: id,
            label: called,
            detail: <Note as="span">{`${fits(of)} of its ${of.columns.length} columns are there`}</Note>,
          }))}
          onChoose={(id) => {
            const found = kept.find((one) => one.id === id);
            if (found === undefined) return;
            setChosen(id);
            setName(found.name);
            // What the file does not have is not asked of it.
            onChoose({ ...found.plan, columns: found.plan.columns.filter(({ from }) => columns.includes(from)) });
          }}
        />
      )}
      <Button size="small" onClick={() => setKeeping(true)}>
        Keep this plan…
      </Button>
      {chosen === null ? null : (
        <LinkButton kind="stop" aria-disabled={forget.isPending} onClick={() => forget.mutate(chosen)}>
          Forget the kept plan
        </LinkButton>
      )}
      <Failure error={forget.error} />
      {isKeeping ? (
        <ActDialog
          title="Keep this plan"
          act="Keep plan"
          asksWhy={false}
          run={async () => {
            await answer(api.POST('/import-plans', { body: { name, plan } }));
            await anew();
            toast(`Kept: ${name}`);
          }}
          onClose={() => setKeeping(false)}
        >
          {({ of }) => (
            <TextField
              label="Name"
              value={name}
              error={of('name')}
              help="One of the same name is replaced. Whoever may import can use it."
              onChange={(event) => setName(event.target.value)}
            />
          )}
        </ActDialog>
      ) : null}
    </div>
  );
}
