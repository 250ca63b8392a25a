import { Button } from '../../kit/Button';
import { Text } from '../../kit/Text';
import { longMoment, w } from '../words';

/** One of the holder's factors, and its end. */
export function FactorRow({
  name,
  usedAt,
  note = '',
  onRemove,
}: {
  name: string;
  usedAt: string | null;
  note?: string;
  onRemove: () => void;
}) {
  return (
    <li className="flex flex-wrap items-center justify-between gap-2">
      <span className="min-w-0">
        <Text as="bdi" weight="strong" className="wrap-anywhere">
          {name}
        </Text>
        <Text as="span" size="note" tone="soft" className="block">
          {usedAt === null ? w.factors.unused : w.factors.used(longMoment(usedAt))}
          {note}
        </Text>
      </span>
      <Button size="small" aria-label={w.factors.removeOf(name)} onClick={onRemove}>
        {w.factors.remove}
      </Button>
    </li>
  );
}
