import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, type ApiError } from '../../api/client';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { FileField } from '../../kit/Field';
import { Text } from '../../kit/Text';
import { useSubmit } from '../../kit/useSubmit';
import { api, refresh } from '../api';
import { ENDINGS, typeOf } from './plan';

/** Takes a file in. What is in it, and what becomes of it, is asked next. */
export function SendFile() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [file, setFile] = useState<File | null>(null);
  const [isMissing, setMissing] = useState(false);
  const [error, setError] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    setError(null);
    setMissing(file === null);
    if (file === null) return;
    const id = crypto.randomUUID();
    await answer(
      api.PUT('/imports/{id}', {
        params: { path: { id }, query: { name: file.name.slice(-200) } },
        // The file itself is the body: it is streamed, however large.
        body: file as unknown as string,
        bodySerializer: (body) => body as unknown as BodyInit,
        headers: { 'Content-Type': typeOf(file.name) },
      }),
    );
    refresh(client);
    void navigate(`/accounts/import/${id}`);
  }, setError);
  const refused = error?.problem?.reasons[0]?.message;
  return (
    <form noValidate aria-label="New import" className="mb-6 max-w-[640px]" onSubmit={submit}>
      <Text as="p" tone="soft" className="mb-3">
        A spreadsheet (XLSX, ODS), CSV, JSON Lines, or another service’s SQLite database. Its columns are looked at
        first; nothing is imported until every row has been checked and you confirm it. Files beyond 64 MiB:{' '}
        <code>php artisan kennel:import</code>.
      </Text>
      <FileField
        label="File"
        accept={ENDINGS.join()}
        error={isMissing && file === null ? 'Choose a file first.' : refused}
        onChoose={setFile}
      />
      {refused === undefined ? <Failure error={error} /> : null}
      <div className="mt-2">
        <Button type="submit" kind="act" aria-disabled={busy} aria-busy={busy}>
          {busy ? 'Sending…' : 'Look at its columns'}
        </Button>
      </div>
    </form>
  );
}
