import { useState } from 'react';
import { TextBox } from '../../kit/Boxes';
import { Diff } from '../../kit/Diff';
import { CellBox, EditableTable } from '../../kit/EditableTable';
import { JsonEditor } from '../../kit/JsonEditor';
import { readObject } from '../../kit/readObject';
import { Stepper } from '../../kit/Stepper';
import { Part } from './Part';
import { ARABIC, LONG_NAME } from './samples';

const BEFORE = {
  minimum: 12,
  words: ['harvest', 'ladder'],
  history: 3,
  guesses: 8,
  maximum: 256,
  pepper: '',
  scheme: 'argon2id',
};

/** Documents, rows that are edited where they stand, and what goes by steps. */
export function Documents() {
  const [rows, setRows] = useState([
    { key: 'upper', label: 'Upper valley' },
    { key: 'long', label: LONG_NAME },
    { key: 'nour', label: ARABIC },
  ]);
  const [typed, setTyped] = useState(JSON.stringify(BEFORE, null, 2));
  const read = readObject(typed);
  return (
    <Part name="Documents and rows">
      <Stepper
        label="Steps"
        steps={[
          { name: 'Checked', stands: 'done' },
          { name: 'Confirmed', stands: 'now' },
          { name: 'Imported', stands: 'next' },
        ]}
      />
      <Stepper label="Steps that failed" steps={[{ name: 'Imported', stands: 'failed' }]} />
      <EditableTable
        label="Rows of boxes"
        rows={rows}
        rowKey={({ key }) => key}
        rowName={({ label }) => label}
        toneOf={({ key }) => (key === 'long' ? 'caution' : key === 'nour' ? 'stop' : undefined)}
        columns={[
          {
            key: 'label',
            head: 'What people read',
            cell: ({ key, label }) => (
              <CellBox
                aria-label={`Box of ${key}`}
                dir="auto"
                value={label}
                onChange={(event) =>
                  setRows((before) =>
                    before.map((row) => (row.key === key ? { ...row, label: event.target.value } : row)),
                  )
                }
              />
            ),
          },
        ]}
      />
      <EditableTable
        label="Rows"
        rows={rows}
        rowKey={({ key }) => key}
        rowName={({ label }) => label}
        mistakeOf={(_, place) => (place === 1 ? 'This label is longer than 100 characters.' : undefined)}
        onMove={(place, by) =>
          setRows((before) => {
            const next = [...before];
            next.splice(place + by, 0, ...next.splice(place, 1));
            return next;
          })
        }
        onRemove={(place) => setRows((before) => before.toSpliced(place, 1))}
        columns={[
          { key: 'stored', head: 'Stored value', width: '30%', cell: ({ key }) => key },
          {
            key: 'label',
            head: 'What people read',
            cell: ({ key, label }, described) => (
              <TextBox
                {...described}
                label={`Label of ${key}`}
                width="w-full"
                value={label}
                onSave={(next) =>
                  setRows((before) => before.map((row) => (row.key === key ? { ...row, label: next } : row)))
                }
              />
            ),
          },
        ]}
      />
      <JsonEditor
        label="A document"
        text={typed}
        onType={setTyped}
        error={'mistake' in read ? read.mistake : undefined}
      />
      <Diff label="Two documents" before={BEFORE} after={{ ...BEFORE, minimum: 14, words: ['harvest'] }} />
    </Part>
  );
}
