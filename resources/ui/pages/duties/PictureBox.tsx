import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Notice } from '../../kit/Notice';
import { Picture } from '../../kit/Picture';
import { api, isTried } from '../api';
import { boxId, type Field } from '../../kit/FieldBox';
import { w } from '../words';
import { FileBox } from '../../kit/Page';
import { Note, Text } from '../../kit/Text';

type Own = Schemas['OwnAccount'];

/** A picture is sent as soon as it is chosen; it shows what has been kept of it. */
export function PictureBox({ field, own, onChange }: { field: Field; own: Own; onChange: (own: Own) => void }) {
  const [failure, setFailure] = useState<ApiError | null>(null);
  const [busy, setBusy] = useState(false);
  const held = own.fields.find(({ key }) => key === field.key);
  const send = (file: File | undefined) => {
    if (file === undefined || isTried) return;
    setBusy(true);
    const request = api.PUT('/account/pictures/{field}', {
      params: { path: { field: field.key } },
      body: file as unknown as string,
      bodySerializer: (body) => body as unknown as BodyInit,
      headers: { 'Content-Type': file.type === '' ? 'application/octet-stream' : file.type },
    });
    settle(answer(request));
  };
  const remove = () => {
    setBusy(true);
    settle(
      answer(
        api.PATCH('/account/fields', {
          body: { fields: { [field.key]: null } },
          params: { header: { 'If-Match': `"v${own.version}"` } },
        }),
      ),
    );
  };
  const settle = (request: Promise<Own>) =>
    void request
      .then((after) => {
        onChange(after);
        setFailure(null);
      }, setFailure)
      .finally(() => setBusy(false));
  return (
    <div>
      <Text as="label" size="note" weight="strong" htmlFor={boxId(field.key)} className="mb-1 block">
        {field.required === 'never' ? w.kit.optional(field.label) : field.label}
      </Text>
      <div className="flex items-center gap-4">
        <Picture
          src={held?.picture ?? `/pictures/${isTried ? '00000000-0000-7000-8000-000000000000' : own.id}/generated`}
          alt={held === undefined ? w.picture.drawn : w.picture.kept}
          size="normal"
        />
        <div className="min-w-0 flex-1 space-y-2">
          <FileBox
            id={boxId(field.key)}
            accept="image/jpeg,image/png,image/webp,image/gif"
            disabled={busy}
            onChange={(event) => send(event.target.files?.[0])}
          />
          {held === undefined || field.required !== 'never' ? null : (
            <Button size="small" disabled={busy} onClick={remove}>
              {w.picture.remove}
            </Button>
          )}
        </div>
      </div>
      <Note className="mt-1">
        {field.help} {w.picture.help}
      </Note>
      {failure === null ? null : (
        <Notice tone="stop" role="alert">
          {failure.words}
        </Notice>
      )}
    </div>
  );
}
