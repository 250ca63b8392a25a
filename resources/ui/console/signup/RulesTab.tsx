import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Segments, Switch } from '../../kit/Segments';
import { ChoiceBoxes } from '../../kit/Field';
import { api } from '../api';
import { read, type Path } from '../rules/document';
import { inWords } from '../rules/RulesInForce';
import { Setting } from '../rules/Setting';
import type { DraftInHand } from '../rules/useDraft';
import { Bots } from './Bots';
import { Lines, Typed, Words } from '../rules/Typed';

const ADMISSION_CODES = ['email.domain_not_listed', 'signup.invited_only', 'signup.nobody_only'];

const pathOf = (path: Path): string => path.join('.');

/** What is asked of those who sign up, on one app and on all. */
export function RulesTab({ hand, app }: { hand: DraftInHand; app: string }) {
  const at = <T,>(...path: string[]): T => read<T>(hand.document, path);
  const own = (key: string) => ['apps', app, key];
  const admission = at<string | undefined>('apps', app, 'admission');
  if (admission === undefined) {
    return <p className="p-4">The rule book does not mention this app yet, so it takes no sign-ups.</p>;
  }
  const setting = (name: string, path: string[]) => ({ name, path: pathOf(path), hand });
  return (
    <>
      <Setting
        {...setting('Who may sign up', own('admission'))}
        touches={({ code }) => ADMISSION_CODES.includes(code)}
        control={
          <Segments
            label="Who may sign up"
            value={admission}
            onChange={(value) => hand.change(own('admission'), value)}
            choices={[
              { value: 'anyone', label: 'anyone' },
              { value: 'domains', label: 'listed domains' },
              { value: 'invited', label: 'invited' },
              { value: 'nobody', label: 'nobody' },
            ]}
          />
        }
      />
      {admission === 'domains' || at<string[]>(...own('domains')).length > 0 ? (
        <Setting
          {...setting('Domains', own('domains'))}
          control={
            <span className="flex items-center gap-2 text-small">
              and their subdomains
              <Switch
                label="and their subdomains"
                checked={at<boolean>(...own('subdomains'))}
                onChange={(value) => hand.change(own('subdomains'), value)}
              />
            </span>
          }
        >
          <Lines
            label="One a line, in any script"
            value={at<string[]>(...own('domains'))}
            onSave={(value) => hand.change(own('domains'), value)}
          />
        </Setting>
      ) : null}
      <Setting
        {...setting('Address already registered', own('registered'))}
        control={
          <Segments
            label="Address already registered"
            value={at<string>(...own('registered'))}
            onChange={(value) => hand.change(own('registered'), value)}
            choices={[
              { value: 'say_so', label: 'say so' },
              { value: 'discreet', label: 'discreet' },
            ]}
          />
        }
      >
        {at<string>(...own('registered')) === 'discreet'
          ? 'Same answer, same time; the holder gets a message. A stranger learns nothing.'
          : 'The page says so. Whoever asks can learn which addresses have an account.'}
      </Setting>
      <Setting
        {...setting('First session', own('session'))}
        control={
          <Segments
            label="First session"
            value={at<string>(...own('session'))}
            onChange={(value) => hand.change(own('session'), value)}
            choices={[
              { value: 'at_once', label: 'at once, limited' },
              { value: 'after_proof', label: 'after proof' },
            ]}
          />
        }
      >
        Until its duties are done an account is <span className="font-mono">limited</span> at every door.
      </Setting>
      <h2 className="border-b border-line bg-well px-4 py-1.5 text-small font-bold">On every app</h2>
      <Setting
        {...setting('Terms', ['signup', 'terms'])}
        touches={({ code }) => code === 'duty.accept_terms'}
        control={
          <Typed
            label="Version"
            type="date"
            value={at<string>('signup', 'terms', 'version')}
            onSave={(value) => hand.change(['signup', 'terms', 'version'], value)}
          />
        }
      >
        <Words
          label="What is accepted"
          value={at<string>('signup', 'terms', 'text')}
          onSave={(value) => hand.change(['signup', 'terms', 'text'], value)}
        />
      </Setting>
      <Setting
        {...setting('Unproven accounts are kept for', ['signup', 'unproven_for'])}
        control={
          <span className="flex items-center gap-1.5">
            <Typed
              label="Days an unproven account is kept"
              type="number"
              value={/^P(\d+)D$/.exec(at<string>('signup', 'unproven_for'))?.[1] ?? ''}
              onSave={(value) => hand.change(['signup', 'unproven_for'], `P${value}D`)}
            />
            days
          </span>
        }
      >
        {inWords(at<string>('signup', 'unproven_for'))}. Then the account is deleted, and the address is free again.
      </Setting>
      <Setting {...setting('Roles given at sign-up', ['signup', 'roles'])}>
        <Roles chosen={at<string[]>('signup', 'roles')} onChange={(value) => hand.change(['signup', 'roles'], value)} />
      </Setting>
      <Setting
        {...setting('Plus-tags are the same mailbox', ['addresses', 'fold_plus_tags'])}
        touches={({ kind }) => kind === 'collision'}
        control={
          <Switch
            label="Plus-tags are the same mailbox"
            checked={at<boolean>('addresses', 'fold_plus_tags')}
            onChange={(value) => hand.change(['addresses', 'fold_plus_tags'], value)}
          />
        }
      >
        jo+news@ and jo@ are {at<boolean>('addresses', 'fold_plus_tags') ? 'one account' : 'two accounts'}.
      </Setting>
      <Setting
        {...setting('Refused domains', ['signup', 'refused_domains'])}
        touches={({ code }) => code === 'email.domain_refused'}
      >
        <Lines
          label="One a line; their subdomains too"
          value={at<string[]>('signup', 'refused_domains')}
          onSave={(value) => hand.change(['signup', 'refused_domains'], value)}
        />
      </Setting>
      <Setting
        {...setting('Refuse throw-away mailboxes', ['signup', 'refuse_throwaway'])}
        touches={({ code }) => code === 'email.throwaway'}
        control={
          <Switch
            label="Refuse throw-away mailboxes"
            checked={at<boolean>('signup', 'refuse_throwaway')}
            onChange={(value) => hand.change(['signup', 'refuse_throwaway'], value)}
          />
        }
      >
        By a list of such domains that ships with Kennel.
      </Setting>
      <Setting
        {...setting('Shortest password', ['password', 'minimum'])}
        touches={({ code }) => code === 'password.too_short'}
        control={
          <Typed
            label="Shortest password"
            type="number"
            value={String(at<number>('password', 'minimum'))}
            onSave={(value) => hand.change(['password', 'minimum'], Number(value))}
          />
        }
      >
        In code points. It is asked of new passwords only; nobody is locked out.
      </Setting>
      <Bots hand={hand} at={at} />
      <Setting
        {...setting('Review by somebody else', ['review', 'by_somebody_else'])}
        control={
          <Switch
            label="Review by somebody else"
            checked={at<boolean>('review', 'by_somebody_else')}
            onChange={(value) => hand.change(['review', 'by_somebody_else'], value)}
          />
        }
      >
        Whether a draft of these rules needs a second operator.
      </Setting>
    </>
  );
}

/** Every role as a box; one that runs this service is better given by hand. */
function Roles({ chosen, onChange }: { chosen: string[]; onChange: (chosen: string[]) => void }) {
  const roles = useQuery({ queryKey: ['roles'], queryFn: () => answer(api.GET('/roles')) }).data?.items ?? [];
  return (
    <ChoiceBoxes
      label="Everybody who signs up gets"
      kind="checkbox"
      choices={roles
        .filter(({ key, permissions }) => chosen.includes(key) || !permissions.some((one) => one.startsWith('kennel:')))
        .map(({ key }) => ({ value: key, label: key }))}
      chosen={chosen}
      onChange={onChange}
      help="Roles that open the console are not offered here."
    />
  );
}
