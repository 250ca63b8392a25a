import { answer, type Schemas } from '../../api/client';
import { Address } from '../../kit/Text';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import { AccountActDialog } from './AccountActDialog';

/** An operator vouches for an address, so that no link has to be opened. */
export function VerifyDialog({ account, onClose }: { account: Schemas['Account']; onClose: () => void }) {
  const toast = useToast();
  return (
    <AccountActDialog
      account={account}
      title={
        <>
          Take the address of <bdi>{account.name}</bdi> as verified?
        </>
      }
      act="Take as verified"
      onClose={onClose}
      run={(params, reason) =>
        answer(api.POST('/accounts/{id}/verify', { params, body: { reason } })).then(() =>
          toast(`The address of ${account.name} counts as verified.`),
        )
      }
    >
      <p>
        You vouch that <Address>{account.email}</Address> belongs to whoever knows this account’s password. Links that
        were mailed to verify it stop working, and other sign-ups for the address are dropped.
      </p>
    </AccountActDialog>
  );
}
