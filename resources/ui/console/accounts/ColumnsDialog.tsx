import { useQuery } from '@tanstack/react-query';
import { NumberBox } from '../../kit/Boxes';
import { Button } from '../../kit/Button';
import { Combobox } from '../../kit/Combobox';
import { Dialog } from '../../kit/Dialog';
import { EditableTable } from '../../kit/EditableTable';
import { Note } from '../../kit/Text';
import { NARROWEST, WIDEST } from '../../kit/widths';
import { fieldDefinitions } from '../queries';
import { COLUMNS, USUAL, type Widths } from './columns';

/** Which columns the list has, and in which order; each choice acts at once. */
export function ColumnsDialog({
  columns,
  widths,
  onResize,
  onChange,
  onClose,
}: {
  columns: readonly string[];
  widths: Widths;
  onResize: (column: string, width: number | null) => void;
  onChange: (columns: readonly string[]) => void;
  onClose: () => void;
}) {
  const fields = useQuery(fieldDefinitions).data?.items ?? [];
  const all = [...COLUMNS, ...fields.map(({ key, label }) => ({ value: `field:${key}`, label }))];
  const nameOf = (column: string) => all.find(({ value }) => value === column)?.label ?? column;
  const left = all.filter(({ value }) => !columns.includes(value));
  return (
    <Dialog
      open
      onClose={onClose}
      title="Columns"
      foot={
        <div className="flex flex-wrap justify-end gap-2">
          <Button onClick={() => onChange(USUAL)}>The usual ones</Button>
          <Button kind="act" onClick={onClose}>
            Done
          </Button>
        </div>
      }
    >
      <div className="space-y-3">
        <Note>
          The name comes first. Without a width a column shares what is left. Kept in this browser; columns are kept
          with a view as well.
        </Note>
        <EditableTable
          label="Columns in order"
          rows={columns}
          rowKey={(column) => column}
          rowName={nameOf}
          onMove={(place, by) => onChange(moved(columns, place, by))}
          onRemove={(place) => onChange(columns.filter((_, index) => index !== place))}
          columns={[
            { key: 'column', head: 'Column', cell: (column) => <bdi>{nameOf(column)}</bdi> },
            {
              key: 'width',
              head: 'Width',
              width: '34%',
              cell: (column) => (
                <NumberBox
                  label={`Width of ${nameOf(column)}`}
                  unit="px"
                  value={widths[column] ?? null}
                  minimum={NARROWEST}
                  maximum={WIDEST}
                  mayBeEmpty
                  onSave={(width) => onResize(column, width)}
                />
              ),
            },
          ]}
        />
        {left.length === 0 ? null : (
          <Combobox
            label="Add a column"
            prompt="+ column"
            choices={left}
            onChoose={(column) => onChange([...columns, column])}
          />
        )}
      </div>
    </Dialog>
  );
}

function moved(columns: readonly string[], place: number, by: -1 | 1): string[] {
  const next = [...columns];
  const [column] = next.splice(place, 1);
  if (column !== undefined) next.splice(place + by, 0, column);
  return next;
}
