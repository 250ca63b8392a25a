import { useEffect, useRef } from 'react';
import { CellBox, EditableTable } from '../../kit/EditableTable';
import { Note } from '../../kit/Text';
import { grouped } from '../../text/figures';
import { isEmpty, wantsEditing, type TypedRow, type Verdict } from './list';
import { VerdictCell } from './VerdictCell';

/** So many are drawn: those that need editing first, when there are more. */
const SHOWN = 200;

/** The people, each with what will become of them, changed where they stand. */
export function InviteRows({
  rows,
  verdicts,
  labels,
  onRows,
  onShow,
}: {
  rows: readonly TypedRow[];
  verdicts: ReadonlyMap<number, Verdict>;
  labels: ReadonlyMap<string, string>;
  onRows: (rows: readonly TypedRow[]) => void;
  onShow: (key: number) => void;
}) {
  const place = useRef<HTMLDivElement>(null);
  // Whoever comes here comes to type.
  useEffect(() => {
    if (document.activeElement === document.body || document.activeElement?.tagName === 'H1')
      place.current?.querySelector<HTMLElement>('input')?.focus();
  }, []);
  const end = rows.at(-1);
  const filled = rows.filter((row) => row !== end || !isEmpty(row));
  const sorted =
    filled.length <= SHOWN
      ? filled
      : [...filled].sort(
          (one, other) => Number(wantsEditing(verdicts.get(other.key))) - Number(wantsEditing(verdicts.get(one.key))),
        );
  const shown = [...sorted.slice(0, SHOWN), ...(end !== undefined && isEmpty(end) ? [end] : [])];
  const change = (key: number, part: Partial<TypedRow>) =>
    onRows(rows.map((row) => (row.key === key ? { ...row, ...part } : row)));
  const drop = (key: number) => onRows(rows.filter((row) => row.key !== key));
  const verdictId = (key: number) => `verdict-${key}`;
  return (
    <div ref={place} className="px-4 max-sm:px-3">
      <EditableTable
        label="People to invite"
        columns={[
          {
            key: 'email',
            head: 'Address',
            width: '34%',
            cell: (row) => (
              <CellBox
                face="mono"
                type="text"
                inputMode="email"
                aria-label={row === end && isEmpty(row) ? 'Next address' : 'Address'}
                aria-describedby={verdictId(row.key)}
                placeholder={row === end ? 'next address…' : ''}
                title={row.email}
                spellCheck={false}
                autoComplete="off"
                value={row.email}
                onFocus={() => onShow(row.key)}
                onChange={(event) => change(row.key, { email: event.target.value })}
              />
            ),
          },
          {
            key: 'name',
            head: 'Name',
            width: '23%',
            cell: (row) => (
              <CellBox
                aria-label={row.email === '' ? 'Name' : `Name of ${row.email}`}
                dir="auto"
                title={row.name}
                autoComplete="off"
                value={row.name}
                onFocus={() => onShow(row.key)}
                onChange={(event) => change(row.key, { name: event.target.value })}
              />
            ),
          },
          {
            key: 'fate',
            head: 'What will happen',
            cell: (row) =>
              isEmpty(row) ? null : (
                <>
                  <VerdictCell
                    id={verdictId(row.key)}
                    verdict={verdicts.get(row.key)}
                    labels={labels}
                    onMend={(email) => change(row.key, { email })}
                    onDrop={() => drop(row.key)}
                  />
                  <Differing row={row} />
                </>
              ),
          },
        ]}
        rows={shown}
        rowKey={(row) => String(row.key)}
        rowName={(row) => (row.email === '' ? 'the row' : row.email)}
        toneOf={(row) => {
          const fate = isEmpty(row) ? undefined : verdicts.get(row.key)?.fate;
          return fate === 'twice' ? 'caution' : fate === 'refused' ? 'stop' : undefined;
        }}
        hasNoActs={(row) => row === end && isEmpty(row)}
        onRemove={(at) => drop(shown[at]?.key ?? 0)}
      />
      {filled.length > SHOWN ? (
        <Note className="py-2">
          {grouped(filled.length - SHOWN)} more rows are on the list and not drawn. Those that need editing come first.
        </Note>
      ) : null}
    </div>
  );
}

/** What a file says of one row alone. */
function Differing({ row: { app, roles, language, fields } }: { row: TypedRow }) {
  const parts = [app, roles?.join(', ') ?? null, language, ...Object.keys(fields)].filter(
    (part) => part !== null && part !== '',
  );
  return parts.length === 0 ? null : <Note as="span">of its own: {parts.join(' · ')}</Note>;
}
