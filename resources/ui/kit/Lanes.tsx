import { useState, type ReactNode } from 'react';
import { LaneMark, type Lane } from './Marks';
import { Surface } from './Surface';
import { Note, Text } from './Text';

/** Shows or hides a lane. */
export function LaneToggle({ lane, pressed, onPress }: { lane: Lane; pressed: boolean; onPress: () => void }) {
  return (
    <button
      type="button"
      aria-pressed={pressed}
      onClick={onPress}
      className={`flex h-6 items-center gap-1 rounded-[4px] px-1 text-small hover:bg-sheet ${pressed ? '' : 'text-ink-soft line-through'}`}
    >
      <LaneMark lane={lane} /> {lane}
    </button>
  );
}

/** Where one act ends and the next begins: its name, and what stands at the other end of the line. */
export function ActLine({ as, name, aside }: { as?: 'h3'; name: string; aside: ReactNode }) {
  return (
    <Surface edge="cut" className="pt-2 pb-1">
      <Note as={as ?? 'p'} className="flex items-baseline justify-between gap-2">
        <Text weight="strong" className="truncate">
          {name}
        </Text>
        <span className="shrink-0">{aside}</span>
      </Note>
    </Surface>
  );
}

/** One thing in a lane; pressed, its exact content. */
export function LaneEntry({
  lane,
  label,
  summary,
  isRefusal = false,
  children,
}: {
  lane: Lane;
  label: string;
  summary: string;
  isRefusal?: boolean;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <li className="relative pl-[26px]">
      <span className="absolute top-0 bottom-0 left-[6px] w-px bg-line-strong opacity-50" aria-hidden="true" />
      <span className="absolute top-[5px] left-0">
        <LaneMark lane={lane} />
      </span>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className="block w-full rounded-[4px] py-0.5 text-left hover:bg-sheet"
      >
        <span className="block wrap-anywhere">
          <span className="sr-only">{lane}: </span>
          <span className={isRefusal ? 'font-semibold text-brick' : ''}>{label}</span>
        </span>
        <Text face="mono" size="small" tone="soft" className="block wrap-anywhere">
          {summary}
        </Text>
      </button>
      {open ? children : null}
    </li>
  );
}
