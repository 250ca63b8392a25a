import { useState, type ReactNode } from 'react';
import { ApiError } from '../api/client';
import { Button } from './Button';
import { Dialog } from './Dialog';
import { Failure } from './Failure';
import { TextArea } from './Field';
import { useSubmit } from './useSubmit';

/** What an act's dialog is told when it is refused: a mistake by its field, and what concerns no field. */
export interface Refusals {
  of: (field: string) => string | undefined;
}

/**
 * Before something that concerns people is done: what it will change, why it is done, and the act itself, by its own name. What was typed
 * stays through every refusal, and a second press is the same press.
 */
export function ActDialog({
  title,
  act,
  kind = 'act',
  asksWhy = true,
  above = false,
  run,
  onClose,
  children,
}: {
  title: ReactNode;
  /** What the button says: the act and its object, as in "Suspend account". */
  act: string;
  kind?: 'act' | 'stop';
  asksWhy?: boolean;
  /** In front of another dialog. */
  above?: boolean;
  /** Does it, with the reason; rejects with an ApiError. Resolves once there is nothing more to show, or with 'stays'. */
  run: (reason: string) => Promise<unknown>;
  onClose: () => void;
  children: ReactNode | ((refusals: Refusals) => ReactNode);
}) {
  const [reason, setReason] = useState('');
  const [error, setError] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    setError(null);
    if ((await run(reason)) === 'stays') return undefined;
    onClose();
    return 'leaves';
  }, setError);
  const reasons = error?.problem?.reasons ?? [];
  const told = new Set<string>();
  const of = (field: string): string | undefined => {
    told.add(field);
    return reasons.find((each) => each.field === field)?.message;
  };
  const body = typeof children === 'function' ? children({ of }) : children;
  const why = of('reason');
  const isTold = reasons.length > 0 && reasons.every(({ field }) => field !== null && told.has(field));
  return (
    <Dialog open above={above} onClose={onClose} title={title}>
      <form noValidate className="space-y-3" onSubmit={submit}>
        {body}
        <Failure error={isTold ? null : error} />
        {asksWhy ? (
          <TextArea
            label="Reason"
            value={reason}
            maxLength={500}
            onChange={(event) => setReason(event.target.value)}
            error={why}
            help="Goes into the audit trail. Account holders do not see it."
          />
        ) : null}
        <div className="flex flex-wrap justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" kind={kind} aria-disabled={busy} aria-busy={busy}>
            {act}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
