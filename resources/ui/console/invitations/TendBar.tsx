import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { TextField } from '../../kit/Field';
import { LinkButton } from '../../kit/Link';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { useToast } from '../../kit/Toast';
import { counted } from '../../text/figures';
import { api, refresh } from '../api';

interface Done {
  done: number;
  left: number;
}

const many = (count: number): string => counted(count, 'invitation', 'invitations');

/** What can be done about invitations that nothing but time can have ended. */
export function TendBar({
  ids,
  onDone,
  isBare = false,
}: {
  ids: readonly string[];
  onDone?: () => void;
  isBare?: boolean;
}) {
  const client = useQueryClient();
  const toast = useToast();
  const [asking, setAsking] = useState<'extend' | 'withdraw' | null>(null);
  const [until, setUntil] = useState(() => new Date(Date.now() + 14 * 86_400_000).toISOString().slice(0, 10));
  const body = { ids: [...ids] };
  const say = (did: string, why: string) => {
    return ({ done, left }: Done) => {
      toast(`${many(done)} ${did}.${left === 0 ? '' : ` ${many(left)} left as they are: ${why}`}`);
      refresh(client);
      onDone?.();
    };
  };
  const resend = useMutation({
    mutationFn: () => answer(api.POST('/invitations/resend', { body })),
    onSuccess: say('sent again', 'they ended meanwhile, or were sent a short while ago.'),
  });
  const acts = (
    <>
      <Button
        size="small"
        aria-disabled={resend.isPending}
        onClick={() => (resend.isPending ? undefined : resend.mutate())}
      >
        Send again
      </Button>
      <Button size="small" onClick={() => setAsking('extend')}>
        Leave open for longer…
      </Button>
      <Button size="small" kind="stop" onClick={() => setAsking('withdraw')}>
        Withdraw…
      </Button>
      <Failure error={resend.error} />
    </>
  );
  return (
    <>
      {isBare ? (
        <div className="flex flex-wrap items-center gap-1.5">{acts}</div>
      ) : (
        <Surface as="footer" edge="top" className="flex shrink-0 flex-wrap items-center gap-1.5 px-4 py-2">
          <span role="status" className="mr-2 flex items-center gap-x-2">
            <Text weight="strong">{ids.length} selected</Text>
            <LinkButton onClick={onDone ?? (() => undefined)}>none</LinkButton>
          </span>
          {acts}
        </Surface>
      )}
      {asking === 'withdraw' ? (
        <ActDialog
          title={`Withdraw ${many(ids.length)}?`}
          act="Withdraw"
          asksWhy={false}
          onClose={() => setAsking(null)}
          run={async () =>
            say('withdrawn', 'they had ended already.')(await answer(api.POST('/invitations/withdraw', { body })))
          }
        >
          {() => (
            <Note>
              The links and passwords that were mailed stop working. Whoever opens one is told that it was withdrawn.
            </Note>
          )}
        </ActDialog>
      ) : null}
      {asking === 'extend' ? (
        <ActDialog
          title={`Leave ${many(ids.length)} open for longer`}
          act="Leave open"
          asksWhy={false}
          onClose={() => setAsking(null)}
          run={async () =>
            say(
              'left open for longer',
              'they ended, or are open for longer already.',
            )(await answer(api.POST('/invitations/extend', { body: { ...body, until: `${until}T23:59:59Z` } })))
          }
        >
          {({ of }) => (
            <TextField
              label="Until the end of (UTC)"
              type="date"
              value={until}
              onChange={(event) => setUntil(event.target.value)}
              error={of('until')}
              help="The links that were mailed go on working."
            />
          )}
        </ActDialog>
      ) : null}
    </>
  );
}
