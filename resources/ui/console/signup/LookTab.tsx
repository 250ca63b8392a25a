import { useMutation } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Notice } from '../../kit/Marks';
import { Button } from '../../kit/Button';
import { api } from '../api';
import { Failure } from '../Failure';
import { read } from '../rules/document';
import { Line, Setting } from '../rules/Setting';
import type { DraftInHand } from '../rules/useDraft';
import { Typed } from '../rules/Typed';

const MEASURED = [
  ['letters', 'The button’s letters on the button', 4.5],
  ['light', 'The button on the light page', 3],
  ['dark', 'The button on the dark page', 3],
] as const;

/** Name, logo and colours of the app's account pages, with the contrast people get. */
export function LookTab({ hand, app }: { hand: DraftInHand; app: string }) {
  const path = (key: string) => ['apps', app, 'look', key];
  const at = (key: string) => read<string | undefined>(hand.document, path(key)) ?? '';
  const look = hand.draft?.looks.find((one) => one.app === app);
  const send = useMutation({
    mutationFn: (file: File) =>
      answer(
        api.POST('/rules/logos', {
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as BodyInit,
          headers: { 'Content-Type': file.type === '' ? 'application/octet-stream' : file.type },
        }),
      ),
    onSuccess: ({ id }) => hand.change(path('logo'), id),
  });
  if (look === undefined) return <p className="p-4">The rule book does not mention this app yet.</p>;
  const setting = (name: string, key: string) => ({ name, path: path(key).join('.'), hand });
  return (
    <>
      <Setting
        {...setting('Name', 'name')}
        control={
          <Typed label="Name" type="text" value={at('name')} onSave={(value) => hand.change(path('name'), value)} />
        }
      />
      <Setting
        {...setting('Logo', 'logo')}
        control={
          <span className="flex items-center gap-2">
            {at('logo') === '' ? null : (
              <>
                <img src={`/pictures/${at('logo')}/64`} alt="The logo" className="size-8 rounded-[6px]" />
                <Button size="small" onClick={() => hand.change(path('logo'), '')}>
                  Take it away
                </Button>
              </>
            )}
            <label className="flex h-7 cursor-pointer items-center rounded-control border border-line-strong bg-sheet px-2 text-small font-semibold has-focus-visible:outline-2 has-focus-visible:outline-petrol hover:bg-well">
              Send a picture…
              <input
                type="file"
                accept="image/jpeg,image/png,image/webp,image/gif"
                className="sr-only"
                onChange={(event) => {
                  const file = event.target.files?.[0];
                  if (file !== undefined) send.mutate(file);
                }}
              />
            </label>
          </span>
        }
      >
        Square is best; its middle is shown. Without one, a disc of the colour.
        <Failure error={send.error} />
      </Setting>
      <Colour {...setting('Colour of acts', 'colour')} value={at('colour')} hand={hand} target={path('colour')}>
        {MEASURED.map(([what, words, least]) => (
          <p key={what} className="flex justify-between gap-3 border-t border-line py-1">
            <span>{words}</span>
            <span className={`font-mono ${look.contrast[what] >= least ? 'text-moss' : 'font-semibold text-amber'}`}>
              {look.contrast[what] >= least ? '✓' : '!'} {look.contrast[what].toFixed(2)} : 1, needs {least.toFixed(1)}
            </span>
          </p>
        ))}
        {look.warnings.map((warning) => (
          <Line key={warning.code} tone="caution">
            {warning.message}
          </Line>
        ))}
      </Colour>
      <Colour {...setting('Colour behind the page', 'ground')} value={at('ground')} hand={hand} target={path('ground')}>
        Seen beside the column on wide screens.{' '}
        {at('ground') === '' ? (
          'Kennel’s own, light or dark as the reader likes.'
        ) : (
          <button
            type="button"
            className="min-h-6 text-petrol underline"
            onClick={() => hand.change(path('ground'), '')}
          >
            Back to Kennel’s own
          </button>
        )}
      </Colour>
      <div className="p-4">
        <Notice tone="information">
          Letters on the button are white or nearly black, whichever is read better. A low contrast is warned about and
          not refused.
        </Notice>
      </div>
    </>
  );
}

function Colour({
  value,
  hand,
  target,
  children,
  ...setting
}: {
  name: string;
  path: string;
  value: string;
  hand: DraftInHand;
  target: string[];
  children: React.ReactNode;
}) {
  return (
    <Setting
      {...setting}
      hand={hand}
      control={
        <span className="flex items-center gap-2">
          <span
            className="size-7 rounded-control border border-line-strong"
            style={{ backgroundColor: value === '' ? 'transparent' : value }}
            aria-hidden="true"
          />
          <span className="[&>input]:w-24 [&>input]:font-mono">
            <Typed
              label={setting.name}
              type="text"
              value={value}
              onSave={(typed) => hand.change(target, typed.trim().toLowerCase())}
            />
          </span>
        </span>
      }
    >
      {children}
    </Setting>
  );
}
