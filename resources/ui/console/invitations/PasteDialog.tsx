import { useState } from 'react';
import { answer } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { TextArea } from '../../kit/Field';
import { FileButton } from '../../kit/SmallButtons';
import { Note } from '../../kit/Text';
import { api } from '../api';
import { rowOf, type TypedRow } from './list';

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** A list from elsewhere: pasted, or a file. */
export function PasteDialog({ onRows, onClose }: { onRows: (rows: TypedRow[]) => void; onClose: () => void }) {
  const [text, setText] = useState('');
  const [file, setFile] = useState<File | null>(null);
  const read = async () => {
    const body = file ?? text;
    const type = file === null ? 'text/plain' : file.name.toLowerCase().endsWith('.xlsx') ? XLSX : 'text/csv';
    const { rows } = await answer(
      api.POST('/invitations/read', {
        body: body as string,
        bodySerializer: (content) => content as unknown as BodyInit,
        headers: { 'Content-Type': type },
      }),
    );
    onRows(rows.map(rowOf));
    return undefined;
  };
  return (
    <ActDialog title="People to invite" act="Add to the list" asksWhy={false} onClose={onClose} run={read}>
      {() => (
        <>
          <TextArea
            label="Paste a list"
            rows={8}
            isMono
            value={text}
            disabled={file !== null}
            onChange={(event) => setText(event.target.value)}
            help="An address a line, “Name <address>”, or a table with columns such as address, name, roles, language."
          />
          <div className="flex flex-wrap items-center gap-3">
            <FileButton accept=".csv,.txt,.xlsx" onChoose={setFile}>
              {file === null ? 'Or open a CSV or XLSX file' : 'Open another file'}
            </FileButton>
            {file === null ? null : <Note as="span">{file.name}</Note>}
          </div>
        </>
      )}
    </ActDialog>
  );
}
