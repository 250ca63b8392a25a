import { useState } from 'react';
import { Button } from '../../kit/Button';
import { Segments } from '../../kit/Segments';
import { Count, InlineLink } from '../../kit/Text';
import { read } from '../rules/document';
import { Line, Setting, useFieldUse } from '../rules/Setting';
import type { DraftInHand } from '../rules/useDraft';
import { FieldEditor } from './FieldEditor';
import { REQUIRED, TYPES, type FieldRule } from './fieldRule';
import { NewField } from './NewField';

/** What accounts hold beyond name and address: defined, ordered, retired; with what is stored of each. */
export function FieldsTab({ hand, app }: { hand: DraftInHand; app: string }) {
  const fields = read<FieldRule[]>(hand.document, ['fields']);
  const use = useFieldUse().data?.items ?? [];
  const [open, setOpen] = useState<string | null>(null);
  const move = (key: string, by: number) => {
    const from = fields.findIndex((field) => field.key === key);
    const next = fields.filter((field) => field.key !== key);
    const moved = fields[from];
    if (moved !== undefined) hand.change(['fields'], next.toSpliced(from + by, 0, moved));
  };
  return (
    <>
      {fields.map((field, index) => {
        const held = use.find(({ key }) => key === field.key);
        const isHere = field.apps.length === 0 || field.apps.includes(app);
        return (
          <Setting
            key={field.key}
            name={field.label}
            path={`fields.${field.key}`}
            hand={hand}
            touches={(count) => count.field === `fields.${field.key}`}
            control={
              <span className="flex items-center gap-1">
                <Button
                  size="small"
                  aria-label={`${field.label}: earlier`}
                  disabled={index === 0}
                  onClick={() => move(field.key, -1)}
                >
                  ↑
                </Button>
                <Button
                  size="small"
                  aria-label={`${field.label}: later`}
                  disabled={index === fields.length - 1}
                  onClick={() => move(field.key, 1)}
                >
                  ↓
                </Button>
                <Button
                  size="small"
                  aria-expanded={open === field.key}
                  onClick={() => setOpen(open === field.key ? null : field.key)}
                >
                  {open === field.key ? 'Close' : 'Change'}
                </Button>
              </span>
            }
          >
            <span className="font-mono">{field.key}</span> · {TYPES.find(([type]) => type === field.type)?.[1]} ·{' '}
            {field.retired
              ? 'retired'
              : field.required === 'never'
                ? 'not required'
                : `required ${REQUIRED.find(({ value }) => value === field.required)?.label ?? ''}`}
            {isHere ? '' : ' · not on this app'} · <Count value={held?.held ?? 0} /> accounts hold one
            {held?.misfits.map((misfit) => (
              <Line
                key={misfit.value}
                tone="caution"
                aside={
                  <InlineLink to={`/accounts?field=${field.key}&value=${encodeURIComponent(unquoted(misfit.value))}`}>
                    See them
                  </InlineLink>
                }
              >
                <Count value={misfit.accounts} /> hold <span className="font-mono whitespace-pre">{misfit.value}</span>:{' '}
                {misfit.message}
              </Line>
            ))}
            {open === field.key ? <FieldEditor hand={hand} field={field} /> : null}
          </Setting>
        );
      })}
      {fields.some(({ type }) => type === 'picture') ? (
        <Setting
          name="Pictures"
          path="pictures.visibility"
          hand={hand}
          control={
            <Segments
              label="Pictures"
              value={read<string>(hand.document, ['pictures', 'visibility'])}
              onChange={(value) => hand.change(['pictures', 'visibility'], value)}
              choices={[
                { value: 'private', label: 'private' },
                { value: 'public', label: 'public' },
              ]}
            />
          }
        >
          {read<string>(hand.document, ['pictures', 'visibility']) === 'public'
            ? 'Anyone with a picture’s address sees it, until it is deleted.'
            : 'Seen only under a signed address that expires after minutes.'}
        </Setting>
      ) : null}
      <NewField hand={hand} taken={fields.map(({ key }) => key)} />
    </>
  );
}

const unquoted = (value: string): string => (value.startsWith('"') ? (JSON.parse(value) as string) : value);
