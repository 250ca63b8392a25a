import { useState } from 'react';
import { Button } from '../../kit/Button';
import { Combobox } from '../../kit/Combobox';
import { Dialog } from '../../kit/Dialog';
import { Checkbox, ChoiceBoxes, Select, TextArea, TextField } from '../../kit/Field';
import { IconButton } from '../../kit/SmallButtons';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { inWords, KINDS, keeps, NEW, STYLES, type PlanColumn, type Transform } from './plan';

/** What is done to the cells of one column, one thing after another. */
export function ColumnDialog({
  column,
  onSave,
  onClose,
}: {
  column: PlanColumn;
  onSave: (column: PlanColumn) => void;
  onClose: () => void;
}) {
  const [transforms, setTransforms] = useState<readonly Transform[]>(column.transforms);
  const [leavesOut, setLeavesOut] = useState(column.leaves_out);
  const change = (place: number, to: Transform | null) =>
    setTransforms(transforms.flatMap((each, index) => (index !== place ? [each] : to === null ? [] : [to])));
  return (
    <Dialog
      open
      onClose={onClose}
      title={
        <>
          On the way of <bdi>{column.from}</bdi>
        </>
      }
    >
      <form
        noValidate
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          event.stopPropagation();
          onSave({ ...column, transforms: [...transforms], leaves_out: leavesOut });
        }}
      >
        {transforms.length === 0 ? <Note>Each cell is taken as it is.</Note> : null}
        <ol className="space-y-3">
          {transforms.map((transform, place) => (
            <Surface as="li" edge="top" key={`${place}${transform.do}`} className="pt-2">
              <div className="flex items-center gap-2">
                <Text weight="strong">
                  {place + 1}. {KINDS.find(({ value }) => value === transform.do)?.label}
                </Text>
                <span className="ml-auto">
                  <IconButton label={`Remove ${inWords(transform)}`} onClick={() => change(place, null)}>
                    ✕
                  </IconButton>
                </span>
              </div>
              <Parameters transform={transform} onChange={(to) => change(place, to)} />
            </Surface>
          ))}
        </ol>
        <Combobox
          label="Add"
          prompt="+ on the way"
          choices={KINDS.filter(({ value }) => !transforms.some((each) => each.do === value))}
          onChoose={(kind) => {
            const added = KINDS.find(({ value }) => value === kind);
            if (added !== undefined) setTransforms([...transforms, NEW[added.value]]);
          }}
        />
        <Checkbox
          label="A value that does not fit is left out, and its row is imported without it"
          checked={leavesOut}
          onChange={(event) => setLeavesOut(event.target.checked)}
        />
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" kind="act">
            Set
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

function Parameters({ transform, onChange }: { transform: Transform; onChange: (to: Transform) => void }) {
  switch (transform.do) {
    case 'words':
      return <WordPairs transform={transform} onChange={onChange} />;
    case 'dates':
      return (
        <ChoiceBoxes
          label="Styles, tried in this order"
          kind="checkbox"
          choices={STYLES.map((style) => ({ value: style, label: style }))}
          chosen={transform.styles ?? []}
          onChange={(styles) => onChange({ ...transform, styles: STYLES.filter((style) => styles.includes(style)) })}
        />
      );
    case 'yes_no':
      return (
        <div className="grid grid-cols-2 gap-x-3">
          {(['yes', 'no'] as const).map((answer) => (
            <TextField
              key={answer}
              label={`Words for ${answer}`}
              defaultValue={(transform[answer] ?? []).join(', ')}
              onChange={(event) =>
                onChange({
                  ...transform,
                  [answer]: event.target.value
                    .split(',')
                    .map((word) => word.trim())
                    .filter((word) => word !== ''),
                })
              }
            />
          ))}
        </div>
      );
    case 'part':
      return (
        <div className="grid grid-cols-2 gap-x-3">
          <Select
            label="Keep what is"
            required
            value={transform.keep ?? 'before_first'}
            choices={keeps}
            onChange={(event) => onChange({ ...transform, keep: event.target.value as NonNullable<Transform['keep']> })}
          />
          <TextField
            label="Sign"
            value={transform.at ?? ''}
            maxLength={10}
            onChange={(event) => onChange({ ...transform, at: event.target.value })}
          />
        </div>
      );
    default:
      return null;
  }
}

/** A pair a line: quickest to write, to paste, and to read. */
function WordPairs({ transform, onChange }: { transform: Transform; onChange: (to: Transform) => void }) {
  const [typed, setTyped] = useState((transform.words ?? []).map(([theirs, ours]) => `${theirs} = ${ours}`).join('\n'));
  return (
    <>
      <TextArea
        label="Words"
        help="One pair a line: the file’s word = ours. Nothing after the sign means nothing."
        rows={6}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          onChange({ ...transform, words: pairs(event.target.value) });
        }}
      />
      <Select
        label="Other words"
        required
        value={transform.otherwise ?? 'keep'}
        choices={[
          { value: 'keep', label: 'stay as they are' },
          { value: 'refuse', label: 'refuse their row' },
          { value: 'leave_empty', label: 'become nothing' },
        ]}
        onChange={(event) =>
          onChange({ ...transform, otherwise: event.target.value as NonNullable<Transform['otherwise']> })
        }
      />
    </>
  );
}

const pairs = (typed: string): [string, string][] =>
  typed
    .split('\n')
    .filter((line) => line.includes('='))
    .map((line) => {
      const at = line.lastIndexOf('=');
      return [line.slice(0, at).trim(), line.slice(at + 1).trim()];
    });
