import { useMutation } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { TextBox } from '../../kit/Boxes';
import { Button, FileButton } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { LinkButton } from '../../kit/Link';
import { Notice } from '../../kit/Marks';
import { Strip } from '../../kit/Strip';
import { sendPicture } from '../api';
import { useHand, useRule } from '../rules/hand';
import { Setting, TextSetting, useSetting } from '../rules/Setting';

const MEASURED = [
  ['letters', 'The button’s text on the button', 4.5],
  ['light', 'The button on the light page', 3],
  ['dark', 'The button on the dark page', 3],
] as const;

/** Name, logo and colours of the app's account pages, with the contrast people get. */
export function LookTab({ app }: { app: string }) {
  const look = useHand().draft?.looks.find((one) => one.app === app);
  const [logo = '', setLogo] = useSetting(['apps', app, 'look', 'logo']);
  const [ground = '', setGround] = useSetting(['apps', app, 'look', 'ground']);
  const send = useMutation({ mutationFn: sendPicture, onSuccess: ({ id }) => setLogo(id) });
  if (look === undefined) return <p className="p-4">The rule book does not mention this app yet.</p>;
  return (
    <>
      <TextSetting path={['apps', app, 'look', 'name']} />
      <Setting
        path={['apps', app, 'look', 'logo']}
        control={
          <span className="flex flex-wrap items-center gap-2">
            {logo === '' ? null : (
              <>
                <img src={`/pictures/${logo}/64`} alt="The logo" className="size-8 rounded-[6px]" />
                <Button size="small" onClick={() => setLogo('')}>
                  Remove logo
                </Button>
              </>
            )}
            <FileButton accept="image/jpeg,image/png,image/webp,image/gif" onChoose={send.mutate}>
              Upload logo…
            </FileButton>
          </span>
        }
      >
        <Failure error={send.error} />
      </Setting>
      <Colour app={app} which="colour">
        {MEASURED.map(([what, words, least]) => (
          <span key={what} className="flex justify-between gap-3 border-t border-line py-1">
            <span>{words}</span>
            <span className={`font-mono ${look.contrast[what] >= least ? 'text-moss' : 'font-semibold text-amber'}`}>
              {look.contrast[what] >= least ? '✓' : '!'} {look.contrast[what].toFixed(2)} : 1, at least{' '}
              {least.toFixed(1)} : 1 is needed
            </span>
          </span>
        ))}
        {look.warnings.map((warning) => (
          <Strip key={warning.code} tone="caution">
            {warning.message}
          </Strip>
        ))}
      </Colour>
      <Colour app={app} which="ground">
        Seen beside the column on wide screens.{' '}
        {ground === '' ? null : <LinkButton onClick={() => setGround('')}>Use Kennel’s own background</LinkButton>}
      </Colour>
      <div className="p-4">
        <Notice tone="information">
          Text on the button is white or nearly black, whichever is read better. A low contrast is warned about and not
          refused.
        </Notice>
      </div>
    </>
  );
}

function Colour({ app, which, children }: { app: string; which: 'colour' | 'ground'; children: ReactNode }) {
  const path = ['apps', app, 'look', which] as const;
  const [value = '', set] = useSetting(path);
  const { label } = useRule()(path);
  return (
    <Setting
      path={path}
      control={
        <span className="flex items-center gap-2">
          <span
            className="size-7 rounded-control border border-line-strong"
            style={{ backgroundColor: value === '' ? 'transparent' : value }}
            aria-hidden="true"
          />
          <TextBox
            label={label}
            isMono
            width="w-24"
            value={value}
            onSave={(typed) => set(typed.trim().toLowerCase())}
          />
        </span>
      }
    >
      {children}
    </Setting>
  );
}
