import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Combobox } from '../../kit/Combobox';
import { Dialog } from '../../kit/Dialog';
import { Failure } from '../../kit/Failure';
import { Checkbox, TextField } from '../../kit/Field';
import { LinkButton } from '../../kit/Link';
import { Note, Text } from '../../kit/Text';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import type { Audience, Grant } from './listing';

type Field = Schemas['DisclosableField'];

const DESK = 'kennel:accounts.read';

/** One field and one audience: whether it is handed out, what for, and on which condition. */
export function GrantDialog({
  field,
  audience,
  grant,
  permissions,
  mayChange,
  onSet,
  onClose,
}: {
  field: Field;
  audience: Audience;
  grant: Grant | undefined;
  permissions: readonly Schemas['Permission'][];
  mayChange: boolean;
  /** Null hands it out no more. */
  onSet: (grant: Grant | null) => void;
  onClose: () => void;
}) {
  const [purpose, setPurpose] = useState(grant?.purpose ?? '');
  const [consent, setConsent] = useState(grant?.consent ?? false);
  const [permission, setPermission] = useState(grant?.permission === '' ? DESK : (grant?.permission ?? DESK));
  const [isTold, setTold] = useState(false);
  const isOfOperators = audience.kind === 'operators';
  const set = () => {
    if (purpose.trim() === '') {
      setTold(true);
      return;
    }
    onSet({
      key: audience.key,
      permission: isOfOperators ? permission : '',
      consent,
      purpose: purpose.trim(),
    });
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={
        <>
          <bdi>{field.label}</bdi>, to {audience.name}
        </>
      }
      foot={
        <>
          <KeepAsCase field={field} audience={audience} isHanded={grant !== undefined} />
          {grant === undefined || !mayChange ? null : (
            <Button kind="stop" onClick={() => onSet(null)}>
              Hand it out no more
            </Button>
          )}
          {mayChange ? (
            <Button kind="act" onClick={set}>
              {grant === undefined ? 'Hand it out' : 'Keep it so'}
            </Button>
          ) : null}
        </>
      }
    >
      <fieldset disabled={!mayChange} className="contents">
        <legend className="sr-only">What is set</legend>
        <TextField
          label="What for"
          required
          maxLength={200}
          value={purpose}
          error={isTold && purpose.trim() === '' ? 'Say what it is for: holders read it.' : undefined}
          help="Holders read it under “who sees what of me”."
          onChange={(event) => setPurpose(event.target.value)}
        />
        {isOfOperators ? (
          <div className="mb-3 flex flex-wrap items-center gap-2">
            <Text weight="strong">Who have the permission</Text>
            <Combobox
              label="Permission"
              prompt="choose one"
              value={permission}
              choices={permissions
                .filter(({ key }) => key.startsWith('kennel:'))
                .map(({ key, description }) => ({ value: key, label: key, detail: description }))}
              onChoose={setPermission}
            />
          </div>
        ) : null}
        {audience.kind === 'holder' || isOfOperators ? null : (
          <Checkbox
            label="Only of those who agreed to it"
            checked={consent}
            onChange={(event) => setConsent(event.target.checked)}
          />
        )}
      </fieldset>
      <Note>Set in the draft. Nothing is handed out otherwise than now until the draft is published.</Note>
    </Dialog>
  );
}

/** What the draft says now, kept to be held against every later one. */
function KeepAsCase({ field, audience, isHanded }: { field: Field; audience: Audience; isHanded: boolean }) {
  const client = useQueryClient();
  const toast = useToast();
  const keep = useMutation({
    mutationFn: () =>
      answer(
        api.POST('/disclosure/cases', {
          body: {
            case: `${audience.name}: ${isHanded ? '' : 'not '}handed ${field.label}`,
            field: field.key,
            audience: audience.key,
          },
        }),
      ),
    onSuccess: () => {
      toast('Kept as a case: every later draft is held against it.');
      return client.invalidateQueries({ queryKey: ['cases'] });
    },
  });
  return (
    <span className="mr-auto pr-4">
      <LinkButton aria-disabled={keep.isPending} onClick={() => (keep.isPending ? undefined : keep.mutate())}>
        Keep as a case
      </LinkButton>
      <Failure error={keep.error} />
    </span>
  );
}
