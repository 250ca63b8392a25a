import { useState, type ReactNode } from 'react';
import { type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Text } from '../../kit/Text';

/** What adding a factor of any kind takes. */
export interface Adding {
  app: Schemas['App'];
  /** Does an act, asking for the password first where that is needed; over once it is done, refused or asked for. */
  run: (act: () => Promise<void>) => Promise<void>;
  /** @param codes the sheet that comes with the first factor */
  onAdded: (codes: readonly string[] | null) => void;
}

/** One kind of factor: those that are held, and one more. */
export function FactorSection({
  title,
  about,
  rows,
  add,
  onAdded,
  form,
}: {
  title: string;
  about: string;
  /** A FactorRow each. */
  rows: readonly ReactNode[];
  /** What its button says, or what stands where none can be added. */
  add: string | ReactNode;
  onAdded: Adding['onAdded'];
  form: (onAdded: Adding['onAdded']) => ReactNode;
}) {
  const [adds, setAdds] = useState(false);
  const added = (codes: readonly string[] | null) => {
    setAdds(false);
    onAdded(codes);
  };
  return (
    <section aria-label={title} className="space-y-3">
      <Text as="h2" weight="strong" size="lead">
        {title}
      </Text>
      <p>{about}</p>
      {rows.length === 0 ? null : <ul className="space-y-3">{rows}</ul>}
      {typeof add !== 'string' ? (
        add
      ) : adds ? (
        form(added)
      ) : (
        <Button size="large" onClick={() => setAdds(true)}>
          {add}
        </Button>
      )}
    </section>
  );
}
