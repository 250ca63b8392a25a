import { useMutation } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { TextBox } from '../../kit/Boxes';
import { Button } from '../../kit/Button';
import { FileButton } from '../../kit/SmallButtons';
import { Failure } from '../../kit/Failure';
import { LinkButton } from '../../kit/Link';
import { Swatch } from '../../kit/Marks';
import { Notice } from '../../kit/Notice';
import { Picture } from '../../kit/Picture';
import { Strip } from '../../kit/Strip';
import { sendPicture } from '../api';
import { useHand, useRule } from '../rules/hand';
import { Setting, TextSetting, useSetting } from '../rules/Setting';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';

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
                <Picture src={`/pictures/${logo}/64`} alt="The logo" size="logo" />
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
          <Surface as="span" edge="top" key={what} className="flex justify-between gap-3 py-1">
            <span>{words}</span>
            <Text face="mono" tone={look.contrast[what] >= least ? 'good' : 'caution'}>
              {look.contrast[what] >= least ? '✓' : '!'} {look.contrast[what].toFixed(2)} : 1, at least{' '}
              {least.toFixed(1)} : 1 is needed
            </Text>
          </Surface>
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
          <Swatch colour={value} />
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
