import { Note } from '../../kit/Text';
import { Day, When } from '../../kit/Time';

/** Who gave a role and when, until when it holds, for which app, and why. */
export function Provenance({
  by,
  since,
  until,
  app,
  why,
}: {
  by: string;
  since: string;
  until: string | null;
  app: string | null;
  why: string;
}) {
  return (
    <Note as="span" className="block">
      by <bdi>{by}</bdi>, <When at={since} />
      {until === null ? '' : ', until '}
      {until === null ? null : <Day at={until} />}
      {app === null ? '' : `, for ${app}`}
      {why === '' ? '' : ` – ${why}`}
    </Note>
  );
}
