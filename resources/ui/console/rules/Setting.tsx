import type { ReactNode } from 'react';
import type { RuleBook } from '../../api/rules';
import { DateBox, DurationBox, ListBox, LongTextBox, NumberBox, TextBox } from '../../kit/Boxes';
import { Strip } from '../../kit/Strip';
import { Segments, Switch } from '../../kit/Segments';
import { named, read, type At, type Path, type PathTo } from './document';
import { useHand, useRule } from './hand';
import { Touched, type Touches } from './Touched';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';

interface Of<P extends Path> {
  path: P;
  /** Which of the impact's counts come of this rule. */
  touches?: Touches | undefined;
  /** What its present value means; the rule's own help stands before it. */
  children?: ReactNode;
}

/**
 * One rule: what it is called, how it is set, what that means, and whom a change would touch. Words, unit and bounds come from the server, by
 * its path.
 */
export function Setting({
  path,
  label,
  control,
  touches,
  children,
}: {
  path: Path;
  /** For one of a list, which is called as it says of itself. */
  label?: string;
  control?: ReactNode;
  touches?: Touches | undefined;
  children?: ReactNode;
}) {
  const hand = useHand();
  const rule = useRule()(path);
  const name = named(path);
  const isChanged = hand.draft?.changes.some((change) => change.path === name || change.path.startsWith(`${name}.`));
  const stops = hand.draft?.blockers.filter((reason) => reason.field === name) ?? [];
  const warnings = hand.draft?.warnings.filter((reason) => reason.field === name) ?? [];
  const refused = hand.refusal?.problem?.code === 'rules.invalid' ? hand.refusal.problem.reasons[0] : undefined;
  return (
    <Surface edge="bottom" className="px-4 py-3">
      <div className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1.5">
        <Text as="h3" weight="strong" className="wrap-anywhere">
          <bdi>{label ?? rule.label}</bdi>
          {isChanged === true ? (
            <Text size="small" weight="normal" tone="act">
              {' '}
              changed
            </Text>
          ) : null}
        </Text>
        {control}
      </div>
      {children === undefined && rule.help === null ? null : (
        <Note as="div" className="mt-1">
          {rule.help} {children}
        </Note>
      )}
      {refused !== undefined && (refused.field === name || isEntryOf(refused.field, name)) ? (
        <Strip tone="stop">{refused.message} What is in force was not changed.</Strip>
      ) : null}
      {stops.map((reason) => (
        <Strip key={reason.message} tone="stop">
          Cannot be published: {reason.message}
        </Strip>
      ))}
      {warnings.map((reason) => (
        <Strip key={reason.message} tone="caution">
          {reason.message}
        </Strip>
      ))}
      {touches === undefined ? null : <Touched touches={touches} />}
    </Surface>
  );
}

/** Whether a mistake is in one line of a list: it is said at the list. */
function isEntryOf(field: string | null | undefined, name: string): boolean {
  return field?.startsWith(`${name}.`) === true && /^\d+$/.test(field.slice(name.length + 1));
}

/** @returns the value at a path, and setting it */
export function useSetting<const P extends Path>(path: P): [At<RuleBook, P> | undefined, (value: unknown) => void] {
  const hand = useHand();
  const value = hand.document === undefined ? undefined : read(hand.document, path);
  return [value, (next) => hand.change(path, next)];
}

/** The same for the primitives below, whose own types have made sure of what it is. */
function useValue(path: Path): [unknown, (value: unknown) => void] {
  return useSetting<Path>(path);
}

export function NumberSetting<const P extends Path>({ path, ...rest }: Of<P & PathTo<number, P>>) {
  const rule = useRule()(path);
  const [value, set] = useValue(path);
  return (
    <Setting
      path={path}
      control={
        <NumberBox
          label={rule.label}
          value={(value as number | undefined) ?? null}
          unit={rule.unit}
          minimum={rule.minimum}
          maximum={rule.maximum}
          onSave={set}
        />
      }
      {...rest}
    />
  );
}

export function SwitchSetting<const P extends Path>({ path, ...rest }: Of<P & PathTo<boolean, P>>) {
  const rule = useRule()(path);
  const [value, set] = useValue(path);
  return (
    <Setting path={path} control={<Switch label={rule.label} checked={value === true} onChange={set} />} {...rest} />
  );
}

export function ChoiceSetting<const P extends Path>({ path, ...rest }: Of<P & PathTo<string, P>>) {
  const [value, set] = useValue(path);
  const rule = useRule()(path);
  return (
    <Setting
      path={path}
      control={
        <Segments
          label={rule.label}
          value={(value as string | undefined) ?? ''}
          onChange={set}
          choices={rule.values.map((each) => ({ value: each, label: rule.choices[each] ?? each }))}
        />
      }
      {...rest}
    />
  );
}

export function TextSetting<const P extends Path>({
  path,
  width,
  ...rest
}: Of<P & PathTo<string, P>> & { width?: string }) {
  const rule = useRule()(path);
  const [value, set] = useValue(path);
  return (
    <Setting
      path={path}
      control={<TextBox label={rule.label} width={width} value={(value as string | undefined) ?? ''} onSave={set} />}
      {...rest}
    />
  );
}

export function DateSetting<const P extends Path>({ path, ...rest }: Of<P & PathTo<string, P>>) {
  const rule = useRule()(path);
  const [value, set] = useValue(path);
  return (
    <Setting
      path={path}
      control={<DateBox label={rule.label} value={(value as string | undefined) ?? ''} onSave={set} />}
      {...rest}
    />
  );
}

export function DurationSetting<const P extends Path>({ path, ...rest }: Of<P & PathTo<string, P>>) {
  const rule = useRule()(path);
  const [value, set] = useValue(path);
  return (
    <Setting
      path={path}
      control={<DurationBox label={rule.label} value={(value as string | undefined) ?? 'PT0S'} onSave={set} />}
      {...rest}
    />
  );
}

export function ListSetting<const P extends Path>({
  path,
  children,
  onTyped,
  ...rest
}: Of<P & PathTo<readonly string[], P>> & { onTyped?: (value: string[]) => void }) {
  const rule = useRule()(path);
  const [value, set] = useValue(path);
  return (
    <Setting path={path} {...rest}>
      <ListBox label={rule.label} value={(value as string[] | undefined) ?? []} onSave={set} onTyped={onTyped} />
      {children}
    </Setting>
  );
}

export function LongTextSetting<const P extends Path>({ path, children, ...rest }: Of<P & PathTo<string, P>>) {
  const rule = useRule()(path);
  const [value, set] = useValue(path);
  return (
    <Setting path={path} {...rest}>
      <LongTextBox label={rule.label} value={(value as string | undefined) ?? ''} onSave={set} />
      {children}
    </Setting>
  );
}
