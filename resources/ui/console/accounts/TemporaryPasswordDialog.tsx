import { Button } from '../../kit/Button';
import { Copy } from '../../kit/Copy';
import { Dialog } from '../../kit/Dialog';
import { Notice } from '../../kit/Notice';
import { Text } from '../../kit/Text';

/** A temporary password that an operator hands over: shown this once, and closed by its own button alone. */
export function TemporaryPasswordDialog({
  name,
  password,
  onDone,
}: {
  name: string;
  password: string;
  onDone: () => void;
}) {
  return (
    <Dialog
      open
      isShownOnce
      onClose={onDone}
      title={
        <>
          Temporary password of <bdi>{name}</bdi>
        </>
      }
    >
      <div className="space-y-3">
        <Text as="p" size="lead">
          <Copy text={password} label="the temporary password" />
        </Text>
        <Notice tone="caution">
          It is shown this once. It works for 24 hours, and a new one has to be chosen after signing in with it.
        </Notice>
        <div className="flex justify-end">
          <Button kind="act" onClick={onDone}>
            I have it
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
