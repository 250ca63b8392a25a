import { Text } from '../../kit/Text';
import { w } from '../words';

/** Whose account it is that something is let in to. */
export function SignedInAs({ account }: { account: { name: string; email: string } }) {
  return (
    <p>
      {w.letIn.as[0]}
      <Text as="bdi" weight="strong" className="wrap-anywhere">
        {account.name} ({account.email})
      </Text>
      {w.letIn.as[1]}
    </p>
  );
}
