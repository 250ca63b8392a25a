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
  return (
    <div
      className={`flex flex-wrap gap-1.5 ${isBare ? '' : 'border-b border-line bg-well px-4 py-2'}`}
      role="group"
      aria-label="App"
    >
      {apps.map(({ key, name, look }) => (
        <button
          key={key}
          type="button"
          aria-pressed={key === app}
          onClick={() => onChoose(key)}
          className={`flex h-7 items-center gap-1.5 rounded-control border px-2 text-small ${key === app ? 'border-petrol bg-petrol-wash font-semibold text-petrol-deep' : 'border-line-strong bg-sheet hover:bg-well'}`}
        >
          <span className="size-2.5 rounded-full" style={{ backgroundColor: look.colour }} aria-hidden="true" />
          <bdi>{name}</bdi>
        </button>
      ))}
    </div>
  );
}
