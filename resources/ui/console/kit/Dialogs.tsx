import { useState } from 'react';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { Dialog } from '../../kit/Dialog';
import { useToast } from '../../kit/Toast';
import { Line, Part } from './Part';
import { LONG_NAME, ARABIC, refused } from './samples';

export function Dialogs() {
  const toast = useToast();
  const [open, setOpen] = useState<'plain' | 'act' | 'once' | null>(null);
  const close = () => setOpen(null);
  return (
    <Part name="What opens over a screen">
      <Line>
        <Button onClick={() => setOpen('plain')}>A dialog…</Button>
        <Button onClick={() => setOpen('act')}>An act’s dialog…</Button>
        <Button onClick={() => setOpen('once')}>What is shown once…</Button>
        <Button onClick={() => toast('It was done.', () => toast('It was undone.'))}>A notice</Button>
      </Line>
      {open === 'plain' ? (
        <Dialog open onClose={close} title={LONG_NAME} foot={<Button onClick={close}>Close it</Button>}>
          <p>{ARABIC}</p>
        </Dialog>
      ) : null}
      {open === 'act' ? (
        <ActDialog
          title="Suspend this?"
          act="Suspend it"
          kind="stop"
          onClose={close}
          run={() => Promise.reject(refused)}
        >
          <p>It says what it changes, and why it was refused.</p>
        </ActDialog>
      ) : null}
      {open === 'once' ? (
        <Dialog open isShownOnce onClose={close} title="Shown this once">
          <Button kind="act" onClick={close}>
            I have it
          </Button>
        </Dialog>
      ) : null}
    </Part>
  );
}
