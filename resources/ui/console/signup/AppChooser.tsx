import { FilterChip } from '../../kit/Chip';
import { Dot } from '../../kit/Picture';
import { Surface } from '../../kit/Surface';

export function AppChooser({
  apps,
  app,
  onChoose,
  isBare = false,
}: {
  apps: { key: string; name: string; look: { colour: string } }[];
  app: string | undefined;
  onChoose: (key: string) => void;
  /** Without the ground of a bar of its own. */
  isBare?: boolean;
}) {
  const chips = (
    <div className="flex flex-wrap gap-1.5" role="group" aria-label="App">
      {apps.map(({ key, name, look }) => (
        <FilterChip key={key} pressed={key === app} onPress={() => onChoose(key)}>
          <Dot colour={look.colour} />
          <bdi>{name}</bdi>
        </FilterChip>
      ))}
    </div>
  );
  return isBare ? (
    chips
  ) : (
    <Surface edge="bottom" ground="well" className="px-4 py-2">
      {chips}
    </Surface>
  );
}
