import { read, type Path } from '../rules/document';
import { Setting, Touched } from '../rules/Setting';
import { Lines, Typed } from '../rules/Typed';
import type { DraftInHand } from '../rules/useDraft';

const KINDS = [
  ['letters', 'Letters'],
  ['small', 'Small letters'],
  ['capitals', 'Capital letters'],
  ['digits', 'Digits'],
  ['others', 'Marks, spaces, signs'],
] as const;

/** What a new password must be. */
export function PolicyRules({ hand }: { hand: DraftInHand }) {
  const at = <T,>(...path: string[]): T => read<T>(hand.document, path);
  const setting = (name: string, ...path: string[]) => ({ name, path: path.join('.'), hand });
  const number = (label: string, path: Path) => (
    <Typed
      label={label}
      type="number"
      value={String(at<number>(...path))}
      onSave={(value) => hand.change(path, Number(value))}
    />
  );
  return (
    <>
      <div className="border-b border-line bg-well px-4 py-2 text-small">
        <p className="text-ink-soft">
          Asked when a password is set, and never at sign-in: nobody is locked out by a new rule.
        </p>
        <Touched touches={({ kind }) => kind === 'next_change'} />
      </div>
      <Setting
        {...setting('Fewest characters', 'password', 'minimum')}
        control={number('Fewest characters', ['password', 'minimum'])}
        touches={({ code }) => code === 'password.too_short'}
      >
        Code points: an emoji is one, whatever its bytes.
      </Setting>
      <Setting
        {...setting('Most characters', 'password', 'maximum')}
        control={number('Most characters', ['password', 'maximum'])}
      >
        {at<string>('hashing', 'scheme') === 'bcrypt' && at<string>('hashing', 'pepper') === ''
          ? 'bcrypt holds 72 bytes; what is longer is refused and never cut.'
          : 'The hash holds any length; this only keeps requests small.'}
      </Setting>
      <Setting
        {...setting('Fewest guesses, as a power of ten', 'password', 'guesses')}
        control={number('Fewest guesses, as a power of ten', ['password', 'guesses'])}
      >
        By the estimate at the right. 0 is no matter; 8 keeps a stolen table busy, 10 keeps it out.
      </Setting>
      <Setting {...setting('This service’s own words', 'password', 'words')}>
        <Lines
          label="No password may be little more than one of these, one a line"
          value={at<string[]>('password', 'words')}
          onSave={(value) => hand.change(['password', 'words'], value)}
        />
        The account’s name and address and the app’s name always count.
      </Setting>
      <Setting
        {...setting('Last passwords that can not come back', 'password', 'history')}
        control={number('Last passwords that can not come back', ['password', 'history'])}
      >
        Each costs one verification when a password is set. 0 is no matter.
      </Setting>
      <h2 className="border-b border-line bg-well px-4 py-1.5 text-small font-bold">
        At least so many of a kind, where a contract asks for it
      </h2>
      <div className="grid grid-cols-2 gap-x-6 gap-y-2 border-b border-line px-4 py-3">
        {KINDS.map(([key, name]) => (
          <div key={key} className="flex items-center justify-between gap-2">
            <span>{name}</span>
            {number(name, ['password', 'composition', key])}
          </div>
        ))}
      </div>
    </>
  );
}
